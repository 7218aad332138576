// Shops whose best heat nobody knows: what is tried by advice, by habit, and not at all.
import { normal, seeded } from '@/core/chance.ts';
import type { ShotSeen } from '@/core/causes/index.ts';
import { fitSettings, settingCurve, tryNext } from '@/core/causes/index.ts';
import type { Conditions } from '@/core/yield/index.ts';

const TODAY = { heat: 165, metal: 38, held: 12, cooled: 0, looked: 1 };
const [SESSIONS, SHOTS, BAITS] = [20, 30, 8];

/** A mould: under one heat it comes short, over another it dents and yellows; both by hazards. */
interface HiddenMould {
  short: number;
  dent: number;
  steep: number;
  base: number;
}
const hidden = (chance: () => number): HiddenMould => {
  const middle = TODAY.heat + normal(chance, 0, 7);
  const half = 3 + 5 * chance();
  return {
    short: middle - half,
    dent: middle + half,
    steep: 0.001 + 0.004 * chance(),
    base: 0.02 + 0.04 * chance(),
  };
};
const shareAt = ({ short, dent, steep, base }: HiddenMould, heat: number): number =>
  Math.exp(-(base + steep * (Math.max(0, short - heat) ** 2 + Math.max(0, heat - dent) ** 2)));

type Habit = 'none' | 'equal' | 'advice' | 'known';
/** What a maker shoots at who tries at equal steps, session by session. */
const EQUAL = [-10, -5, 5, 10];

/** Good baits of each session of a shop, by how it tries. */
function shopBy(seed: number, habit: Habit): number[] {
  const chance = seeded(seed);
  const mould = hidden(chance);
  const seen: ShotSeen[] = [];
  let aim: number = habit === 'known' ? (mould.short + mould.dent) / 2 : TODAY.heat;
  return Array.from({ length: SESSIONS }, (_, session) => {
    const luck = Math.exp(normal(chance, 0, 0.3));
    const plan: number[] = [];
    const tries = habit === 'none' || habit === 'known' ? null : fitSettings(seen, TODAY);
    if (tries && habit === 'advice') {
      const left = (SESSIONS - session) * SHOTS * BAITS;
      const next = tryNext(tries, { key: 'heat', low: 145, high: 185, baits: BAITS, left });
      if (next) plan.push(...Array.from({ length: next.shots }, () => next.at));
    }
    if (habit === 'equal')
      plan.push(...Array.from({ length: 2 }, () => TODAY.heat + EQUAL[session % 4]!));
    while (plan.length < SHOTS) plan.push(aim);
    let good = 0;
    for (const wanted of plan) {
      const heat = wanted + normal(chance, 0, 2.5);
      const share = shareAt(mould, heat) ** luck;
      const faults = Array.from({ length: BAITS }, () => (chance() < share ? null : 'short'));
      good += faults.filter((fault) => fault === null).length;
      const conditions = { heat, metal: 38, held: 12, gap: null } as Conditions;
      seen.push({ session, mould: 1, conditions, cavities: [], faults });
    }
    if (habit === 'equal' || habit === 'advice') {
      const curve = settingCurve(fitSettings(seen, TODAY), 'heat');
      if (curve.is === 'told' && curve.gain.middle > 0) aim = (curve.own.low + curve.own.high) / 2;
    }
    return good;
  });
}

const sum = (values: readonly number[]): number => values.reduce((all, one) => all + one, 0);
/** Good baits by each habit over all shops, and of the sessions about the tenth. */
export function trialOfTries(shops: number, from = 1) {
  const habits: Habit[] = ['none', 'equal', 'advice', 'known'];
  const good = Object.fromEntries(habits.map((habit) => [habit, 0])) as Record<Habit, number>;
  const tenth = { ...good };
  for (let seed = from; seed < from + shops; seed++)
    for (const habit of habits) {
      const sessions = shopBy(seed, habit);
      good[habit] += sum(sessions);
      // By the tenth: what the sessions just about it bring.
      tenth[habit] += sum(sessions.slice(9, 12));
    }
  return { good, tenth };
}
