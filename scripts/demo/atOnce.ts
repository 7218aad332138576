import type { Send, Step } from '../../src/core/session/index.ts';

const many = (send: Send): boolean =>
  (send.kind === 'loaded' || send.kind === 'shot') && (send.payload.cavities?.length ?? 0) > 1;

/** What hands do all at once where it is offered: every insert laid in, every port shot. */
export const atOnce = (step: Step): Send | undefined =>
  step.key === 'load' || step.key === 'shoot'
    ? step.others?.find(
        (other) => many(other.send) && !(other.send.kind === 'loaded' && other.send.payload.gap),
      )?.send
    : undefined;
