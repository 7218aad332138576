import type { SessionState } from '../state.ts';
import type { Step } from '../step.ts';

/**
 * Cups in the oven: waited for while the time runs, and the first thing for the hands once it is
 * up.
 */
export function ovenSteps(state: SessionState, now: number): { out: Step[]; heating: Step[] } {
  const inside = [...state.cups.values()].filter((cup) => cup.inOven);
  const caution = 'Hot glass: gloves. What is not stirred in at the edge scorches.';
  return {
    out: inside
      .filter((cup) => cup.inOven!.until <= now)
      .map((cup): Step => ({
        key: 'stir',
        target: cup.key,
        sentence: `${cup.letter} is done: out, stir, scrape the rim in, read`,
        detail: 'Ten slow turns: the edge is hotter than the middle until it is stirred in.',
        label: `Read ${cup.letter}`,
        read: { kind: 'cup', key: cup.key },
        others: [
          {
            label: `${cup.letter} is stirred, not read`,
            send: { kind: 'stirred', payload: { cup: cup.key } },
          },
        ],
        caution,
      })),
    heating: inside
      .filter((cup) => cup.inOven!.until > now)
      .map((cup): Step => ({
        key: 'heating',
        target: cup.key,
        sentence: `${cup.letter} heats`,
        detail: 'Nothing for the hands until it is done.',
        label: `${cup.letter} comes out now`,
        until: cup.inOven!.until,
        send: { kind: 'stirred', payload: { cup: cup.key } },
      })),
  };
}
