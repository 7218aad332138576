import { v4 } from 'uuid';
import type { AnyEvent, Send, SessionState, Snapshot } from '@/core/session/index.ts';
import { EVENT_VERSION, fold, nextStep, runInHand } from '@/core/session/index.ts';

export const START = Date.UTC(2026, 10, 20, 18, 30);

/** A bench driven by hand: each act one second after the last. */
export function benchOn(snapshot: Snapshot) {
  const events: AnyEvent[] = [];
  let now = START;
  const state = () => fold(snapshot, events);
  const act = (send: Send, after = 1000) => {
    now += after;
    events.push({
      id: v4(),
      session: 1,
      seq: events.length + 1,
      at: now,
      by: 'test',
      v: EVENT_VERSION,
      ...send,
    });
    return state();
  };
  const read = (cup: string, celsius: number) =>
    act({
      kind: 'reading',
      payload: { target: { kind: 'cup', key: cup }, celsius, stage: null, from: 'typed' },
    });
  const follow = (until: (state: SessionState) => boolean) => {
    for (let i = 0; i < 600 && !until(state()); i++) {
      const session = state();
      const step = nextStep(session, now)!;
      const window = runInHand(session)?.tools.window;
      if (step.read?.kind === 'room')
        act({
          kind: 'reading',
          payload: { target: step.read, celsius: 20, stage: null, from: 'typed' },
        });
      else if (step.read?.kind === 'mould')
        act({
          kind: 'reading',
          payload: {
            target: step.read,
            celsius: session.moulds.get(step.read.key)!.mould.warmTo,
            stage: null,
            from: 'typed',
          },
        });
      else if (step.read)
        read(
          step.read.key,
          session.cups.get(step.read.key)!.fused && window ? (window.low + window.high) / 2 : 178,
        );
      else if (step.until && step.until > now) now = step.until;
      else for (const one of [...(step.also ?? []), step.send!, ...(step.then ?? [])]) act(one);
    }
    return state();
  };
  act({ kind: 'opened', payload: {} });
  return { events, act, read, follow, state, now: () => now };
}
