import { GRADES } from '../../material/grade.ts';
import { density } from '../../material/plastisol.ts';
import { say } from '../../quantity/format.ts';
import { airG } from '../charges.ts';
import type { SessionState } from '../state.ts';
import type { Step } from '../step.ts';
import { ladderOf, ladderText, addAll } from './ladder.ts';
import type { Turn } from './work.ts';
import { drawVolumes } from './filling.ts';

/** g by which a cup may stand under its air line before it is said: a spoon's worth. */
const HARDLY = 3;
/**
 * A cup whose planned charge is due, or that cannot serve the next draw without taking air, or the
 * next pour, wants plastic.
 */

export function recharge(
  state: SessionState,
  turn: Turn,
  pours: { cup: string; grams: number }[],
): Step[] {
  const { units } = state.snapshot;
  const { window } = turn.run.tools;
  const middle = (window.low + window.high) / 2;
  const wanted = new Map<string, number>();
  const drawn = new Set<string>();
  for (const { cup, ml } of drawVolumes(state, turn)) {
    const other = state.cups.get(cup);
    drawn.add(cup);
    if (other)
      wanted.set(cup, (wanted.get(cup) ?? 0) + ml * density(middle, GRADES[other.grade].density20));
  }
  for (const { cup, grams } of pours) wanted.set(cup, (wanted.get(cup) ?? 0) + grams);
  return [...wanted].flatMap(([cup, need]): Step[] => {
    const other = state.cups.get(cup);
    if (!other || other.charges === 0 || state.skips.has(`recharge${other.charges}:${other.key}`))
      return [];
    const air = drawn.has(cup) ? airG(other, middle) : 0;
    const planned = other.plannedCharges[other.charges];
    const due =
      planned !== undefined &&
      state.draws.size + 1 >= (other.plannedBefore[other.charges] ?? Infinity);
    const short = need + air - other.grams;
    if (!due && short <= Math.max(HARDLY, 0.001 * need)) return [];
    const cold = GRADES[other.grade].density20;
    const step = state.snapshot.input.settings.step * cold;
    const room = Math.max(
      0,
      other.limitMl * density(Math.max(other.limits.fusion, middle), cold) - other.grams,
    );
    const asked = due ? Math.max(planned, short) : (planned ?? Math.ceil(short / step) * step);
    const grams = Math.max(1, room > 0 ? Math.min(asked, room) : asked);
    // Stabiliser and softener go into the new plastic while it is cold, not into the hot cup.
    const ladder = ladderOf(other, grams, ['cold']);
    const dosed = ladderText(ladder, state);
    return [
      {
        key: 'dose',
        target: other.key,
        sentence:
          due && short <= 0
            ? `${other.letter} gets its next charge: add ${say(grams / cold, 'volume', units)}`
            : other.grams < need
              ? `${other.letter} will run short: add ${say(grams / cold, 'volume', units)}`
              : `${other.letter} would draw air: add ${say(grams / cold, 'volume', units)}`,
        detail:
          `It holds ${say(Math.max(0, other.grams) / cold, 'volume', units)}; the next wants ` +
          `${say(need / cold, 'volume', units)}` +
          `${air > 0 ? ` and ${say(air / cold, 'volume', units)} left over the nozzle` : ''}. ` +
          `${dosed ? `Into the new plastic first, cold: ${dosed}. ` : ''}Cook it in.`,
        label: `It is in ${other.letter}`,
        send: { kind: 'charged', payload: { cup: other.key, grams, from: 'fresh' } },
        then: addAll(other, ladder),
        skip: { step: `recharge${other.charges}`, target: other.key },
      },
    ];
  });
}
