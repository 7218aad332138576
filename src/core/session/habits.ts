import { NEVER, type NeverKey } from './never.ts';
import type { SessionState } from './state.ts';
import type { Step } from './step.ts';
import type { StepKey } from './stepKinds.ts';

const mayNever = (key: StepKey): key is NeverKey => Object.hasOwn(NEVER, key);

/** How often a step is left out in one session before it is offered never to ask for it (judgement). */
const OFTEN = 3;

/**
 * Steps as the shop works: without what it never does; what was left out time and again is offered
 * to be left out from here on.
 */
export function byHabit(
  { never, leftOut }: Pick<SessionState, 'never' | 'leftOut'>,
  all: readonly Step[],
): Step[] {
  return all
    .filter(({ key }) => !never.has(key))
    .map((step) => {
      const { key } = step;
      if (!mayNever(key) || (leftOut.get(key) ?? 0) < OFTEN) return step;
      const send = { kind: 'changed', payload: { what: 'never', step: key } } as const;
      return {
        ...step,
        others: [...(step.others ?? []), { label: `Never ${NEVER[key].name}`, send }],
      };
    });
}
