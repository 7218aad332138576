import { CONDITIONS, type ConditionKey, type Conditions } from '../yield/conditions.ts';

/** A shot as it is looked at: what it was shot under, and what each of its cavities has. */
export interface ShotSeen {
  session: number;
  mould: number;
  conditions: Conditions;
  cavities: readonly number[];
  /** fault of each; null = it is good */
  faults: readonly (string | null)[];
}

/** Why nothing is said of a condition. */
export type Untold = 'not known' | 'hardly varied' | 'no sign';

/** Share of the shots a condition must be known of. */
const KNOWN = 0.6;
/** How closely two conditions may go together, and either still be told from the other. */
const TOGETHER = 0.8;

const mean = (values: readonly number[]): number =>
  values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);
const spread = (values: readonly number[]): number => {
  const middle = mean(values);
  return Math.sqrt(mean(values.map((one) => (one - middle) ** 2)));
};
function correlation(one: readonly number[], other: readonly number[]): number {
  const [middle, otherMiddle] = [mean(one), mean(other)];
  const both = mean(one.map((value, nth) => (value - middle) * (other[nth]! - otherMiddle)));
  const spreads = spread(one) * spread(other);
  return spreads > 0 ? both / spreads : 0;
}
/** Means of the lowest tenth of some figures and of the highest: what lies far out counts too. */
export function endsOf(values: readonly number[]): { low: number; high: number } {
  const inOrder = [...values].sort((one, other) => one - other);
  const tenth = Math.max(1, Math.round(inOrder.length / 10));
  return { low: mean(inOrder.slice(0, tenth)), high: mean(inOrder.slice(-tenth)) };
}

/** A condition as it is used: every shot's figure in its own spreads, those not known at the middle. */
export interface Used {
  key: ConditionKey;
  scaled: number[];
  middle: number;
  sd: number;
  known: number[];
  /** share of its variance that lies between sessions: 1 where each session had its own figure */
  between: number;
  /** conditions that went together with it so closely that it stands for them too */
  together: ConditionKey[];
}
export function usedOf(shots: readonly ShotSeen[], key: ConditionKey): Used | Untold {
  const known = shots.flatMap(({ conditions }) => conditions[key] ?? []);
  if (known.length < KNOWN * shots.length) return 'not known';
  const [middle, sd] = [mean(known), spread(known)];
  if (sd < CONDITIONS[key].least) return 'hardly varied';
  const scaled = shots.map(({ conditions }) => ((conditions[key] ?? middle) - middle) / sd);
  return { key, scaled, middle, sd, known, between: betweenOf(shots, scaled), together: [] };
}
/** Share of a figure's variance that lies between sessions, 0 to 1. */
function betweenOf(shots: readonly ShotSeen[], scaled: readonly number[]): number {
  const bySession = new Map<number, number[]>();
  shots.forEach(({ session }, nth) =>
    bySession.set(session, [...(bySession.get(session) ?? []), scaled[nth]!]),
  );
  const within = [...bySession.values()].reduce(
    (sum, own) => sum + own.length * spread(own) ** 2,
    0,
  );
  return (
    1 -
    within /
      Math.max(
        1e-9,
        scaled.reduce((sum, one) => sum + one * one, 0),
      )
  );
}

/**
 * Of conditions that went together so closely that none can be told from the other, the one that
 * goes with the fault best stands for all; beside them all would seem to do nothing.
 */
export function toldApart(all: readonly Used[], shots: readonly ShotSeen[], fault: string): Used[] {
  const shares = shots.map(({ faults }) => mean(faults.map((one) => (one === fault ? 1 : 0))));
  const clear = (one: Used): number => Math.abs(correlation(one.scaled, shares));
  const left = [...all].sort((one, other) => clear(other) - clear(one));
  const told: Used[] = [];
  for (const one of left) {
    const first = told.find(({ scaled }) => Math.abs(correlation(scaled, one.scaled)) > TOGETHER);
    if (first) first.together.push(one.key);
    else told.push(one);
  }
  return told;
}

export const isUsed = (one: Used | Untold): one is Used => typeof one === 'object';
