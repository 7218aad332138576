import type { Forecast } from '../../heat/forecast.ts';
import { HANDS } from '../../heat/match.ts';
import { waitsBefore } from '../../heat/sideBySide.ts';
import { clock } from '../../quantity/format.ts';
import { joined, phrase, type Phrase, saidApart, saidHeat } from '../../quantity/phrase.ts';
import { freeOven } from '../guard/cups.ts';
import type { SessionState } from '../state.ts';
import type { Send } from '../step.ts';
import { begins, type HeatPlan } from './plan.ts';

/**
 * s still to be waited before the next burst of a plan: its cup is over the window till then, or in
 * another's way.
 */
export const waitsFor = (plan: HeatPlan, done: number, now: number): number =>
  (plan.at - now) / 1000 + plan.bring.bursts[done]!.at - HANDS.change;
/** Less than this is no wait, s. */
export const AT_ONCE = 3;
export const letter = (state: SessionState, key: string | undefined): string =>
  state.cups.get(key ?? '')?.letter ?? '?';
export const give = (
  state: SessionState,
  cup: string,
  seconds: number,
  {
    together,
    oven = freeOven(state) ?? state.oven,
  }: { together?: string; oven?: { id: number; level: number } } = {},
): Send => {
  return {
    kind: 'heated',
    payload: {
      cup,
      seconds,
      begun: true,
      oven: oven.id,
      level: oven.level,
      ...(together ? { together: [together] } : {}),
    },
  };
};
/** Which oven a burst is for, where there is another. */
export const inWhich = (state: SessionState, oven = freeOven(state) ?? state.oven): string =>
  state.snapshot.heat.ovens.length > 1
    ? (state.snapshot.heat.ovens.find((held) => held.id === oven.id)?.oven.name ?? 'the oven')
    : 'the oven';
/** Heats as a maker says them: A 164°, B 163° ± 2° */
export function heats(state: SessionState, cups: string[], at: Forecast[]): Phrase {
  const widest = Math.max(...at.map((forecast) => forecast.high - forecast.low)) / 2;
  const each = cups.map((cup, i) => phrase`${letter(state, cup)} ${saidHeat(at[i]!.celsius)}`);
  return phrase`${joined(each, ', ')}\u00a0±\u00a0${saidApart(Math.max(1, widest))}`;
}
/**
 * The next bursts of a plan in a sentence: “B 14 s, stir; A 6 s, stir; draw in 1:20 — A 164°, B
 * 163° ± 2°”.
 * @param first s that hands have to do before it, which is no waiting
 */
export function planSentence(
  state: SessionState,
  plan: HeatPlan,
  { done, now, first = 0 }: { done: number; now: number; first?: number },
): Phrase {
  const { bring, cups } = plan;
  // An oven is named where there is another, with its first burst and wherever it changes.
  const several = state.snapshot.heat.ovens.length > 1;
  const waits = (which: number): number =>
    which === done ? waitsFor(plan, done, now) - first : waitsBefore(bring.bursts, which, HANDS);
  const wait = (which: number): string =>
    waits(which) > AT_ONCE ? `wait ${clock(waits(which))}; ` : '';
  const bursts = bring.bursts
    .slice(done)
    .map(
      (burst, i, all) =>
        `${wait(done + i)}${letter(state, cups[burst.cup])} ${burst.seconds} ` +
        `s${several && burst.oven !== all[i - 1]?.oven ? ` in ${inWhich(state, plan.ovens[burst.oven])}` : ''}, ` +
        'stir',
    );
  const left = Math.max(0, (plan.at - now) / 1000 + begins(plan).at(-1)!);
  const end =
    bring.look === null ? `draw in ${clock(left)}` : `read ${letter(state, cups[bring.look])}`;
  return phrase`${[...bursts, end].join('; ')} — ${heats(state, cups, bring.at)}`;
}
export const tenth = (x: number): number => Math.round(x * 10) / 10;
