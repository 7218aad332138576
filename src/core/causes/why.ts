import { errorFunction } from 'simple-statistics';
import { CONDITION_KEYS, type ConditionKey } from '../yield/conditions.ts';
import {
  endsOf,
  isUsed,
  type ShotSeen,
  toldApart,
  type Untold,
  type Used,
  usedOf,
} from './conditionsUsed.ts';
import { ENOUGH } from './enough.ts';
import { fitLogistic, type Logistic, type Observation, sigmoid } from './logistic.ts';

/** How sure it is that a condition goes with a fault. */
type Sureness = 'sure' | 'suspected';

/** A condition that goes with a fault, and by how much. */
export interface GoesWith {
  key: ConditionKey;
  sure: Sureness;
  /** more of the fault where there is more of the condition */
  more: boolean;
  /** the condition's figure at its better end and its worse, of what was shot (the mean of the tenth at each end) */
  better: number;
  worse: number;
  /** share of the fault there, all else as it was */
  shareBetter: number;
  shareWorse: number;
  /** times as many at the worse end, with its 80 % range */
  times: { least: number; middle: number; most: number };
  /** two-sided chance of so clear a sign where there is nothing */
  chance: number;
  /** conditions it went together with so closely that which of them it is cannot be told */
  together: ConditionKey[];
}
/** What was found of one fault. */
export type Why =
  | { is: 'too few'; shots: number; hits: number }
  | {
      is: 'told';
      shots: number;
      hits: number;
      /** strongest and surest first */
      with: GoesWith[];
      not: { key: ConditionKey; why: Untold }[];
      /** how far cavities, moulds and sessions differ by themselves, log-odds */
      spreads: { cavities: number; moulds: number; sessions: number };
    };

/** Effects are small until they are shown: spread for one spread of the condition, log-odds. */
const PRIOR = 1;
/** Chance of a false sure one, over all conditions of all faults that are looked at. */
const FALSE_SURE = 0.04;
/** Chance of one sign under which it is suspected. */
const SUSPECTED = 0.04;
/**
 * What a straight line in log-odds is wrong by itself, of a coefficient: what makes a fault mostly
 * begins somewhere and ends somewhere (from hidden shops of thresholds, `bench -- causes`).
 */
const SHAPE = 0.15;
/** Width of an 80 % range to either side, in spreads. */
const RANGE = 1.2816;

/** Chance that a normal figure lies so far out, on either side. */
const twoSided = (score: number): number => 1 - errorFunction(Math.abs(score) / Math.SQRT2);

/**
 * Score of a normal figure that is as far out as one of Student's t with so many degrees of freedom
 * (Wallace 1959, to 0.02 of it from three up).
 */
const scoreOf = (student: number, freedom: number): number =>
  ((8 * freedom + 1) / (8 * freedom + 3)) *
  Math.sqrt(freedom * Math.log1p((student * student) / freedom));

/** Numbers of things in the order they are met. */
function numbered<T>(all: readonly T[]): { of: (one: T) => number; count: number } {
  const numbers = new Map<T, number>();
  for (const one of all) if (!numbers.has(one)) numbers.set(one, numbers.size);
  return { of: (one) => numbers.get(one)!, count: numbers.size };
}

/** Cavities of all shots, one by one, as they are regressed. */
function observationsOf(shots: readonly ShotSeen[], used: readonly Used[], fault: string) {
  const cavityOf = ({ mould }: ShotSeen, cavity: number): string => `${mould}/${cavity}`;
  const cavities = numbered(
    shots.flatMap((shot) => shot.cavities.map((cavity) => cavityOf(shot, cavity))),
  );
  const moulds = numbered(shots.map(({ mould }) => mould));
  const sessions = numbered(shots.map(({ session }) => session));
  const observations = shots.flatMap((shot, nth) => {
    const figures = used.map(({ scaled }) => scaled[nth]!);
    return shot.cavities.map((cavity, at): Observation => ({
      figures,
      groups: [
        cavities.of(cavityOf(shot, cavity)),
        moulds.of(shot.mould),
        sessions.of(shot.session),
      ],
      hits: shot.faults[at] === fault ? 1 : 0,
      of: 1,
    }));
  });
  return { observations, groups: [cavities.count, moulds.count, sessions.count] };
}

/** Share of a fault where one condition stands at a figure in all shots, and all else as it was. */
function shareWhere(
  observations: readonly Observation[],
  fit: Logistic,
  at: { nth: number; scaled: number; coefficient: number },
): number {
  let sum = 0;
  for (const { figures, groups } of observations) {
    let odds = fit.intercept + at.coefficient * at.scaled;
    figures.forEach(
      (figure, nth) => (odds += nth === at.nth ? 0 : figure * fit.coefficients[nth]!),
    );
    groups.forEach((group, nth) => (odds += fit.groups[nth]!.effects[group]!));
    sum += sigmoid(odds);
  }
  return sum / observations.length;
}

interface Fitted {
  observations: readonly Observation[];
  used: readonly Used[];
  fit: Logistic;
}
/** Spread of a coefficient. */
const errorOf = (fit: Logistic, nth: number): number =>
  Math.sqrt(fit.covariance[nth + 1]![nth + 1]!);
/** What one condition does, as it is told. */
function goesWith(
  { observations, used, fit }: Fitted,
  nth: number,
  { sure, chance }: Pick<GoesWith, 'sure' | 'chance'>,
): GoesWith {
  const { key, known, middle, sd, together } = used[nth]!;
  const coefficient = fit.coefficients[nth]!;
  const error = Math.hypot(errorOf(fit, nth), SHAPE * coefficient);
  const more = coefficient > 0;
  const { low, high } = endsOf(known);
  const [better, worse] = more ? [low, high] : [high, low];
  const share = (figure: number, of: number): number =>
    shareWhere(observations, fit, { nth, scaled: (figure - middle) / sd, coefficient: of });
  const times = (of: number): number => share(worse, of) / share(better, of);
  const ends = [coefficient - RANGE * error, coefficient + RANGE * error].map(times);
  return {
    key,
    sure,
    more,
    better,
    worse,
    shareBetter: share(better, coefficient),
    shareWorse: share(worse, coefficient),
    times: { least: Math.min(...ends), middle: times(coefficient), most: Math.max(...ends) },
    chance,
    together,
  };
}

/**
 * What goes with a fault: a logistic regression on every condition that is known and varied, shrunk
 * towards nothing, with cavities, moulds and sessions that differ by themselves (M15). A condition
 * is said to be sure where its sign would come by chance in less than one look of 25 over all that
 * are looked at (Bonferroni); it goes with the fault then, which is not yet that it makes it.
 * @param faults that are looked at beside each other, this among them
 */
export function whyOf(shots: readonly ShotSeen[], fault: string, faults = 1): Why {
  const hits = shots.reduce(
    (sum, { faults }) => sum + faults.filter((one) => one === fault).length,
    0,
  );
  if (shots.length < ENOUGH.shots || hits < ENOUGH.hits)
    return { is: 'too few', shots: shots.length, hits };
  const looked = CONDITION_KEYS.map((key) => ({ key, found: usedOf(shots, key) }));
  const used = toldApart(
    looked.flatMap(({ found }) => (isUsed(found) ? [found] : [])),
    shots,
    fault,
  );
  const { observations, groups } = observationsOf(shots, used, fault);
  const coefficients = used.map(() => ({ mean: 0, sd: PRIOR }));
  const fit = fitLogistic(observations, { coefficients, groups });
  // What has one figure all session long is told by as many sessions, however many their shots.
  const chances = used.map(({ between }, nth) => {
    const score = fit.coefficients[nth]! / errorOf(fit, nth);
    const freedom = groups[2]! / Math.max(0.02, between) - used.length / 2;
    return twoSided(scoreOf(score, Math.max(3, freedom)));
  });
  const surenessOf = (nth: number): Sureness | null => {
    if (chances[nth]! < FALSE_SURE / (used.length * faults)) return 'sure';
    return chances[nth]! < SUSPECTED ? 'suspected' : null;
  };
  const found = used.flatMap((_, nth) => {
    const sure = surenessOf(nth);
    const chance = chances[nth]!;
    return sure ? [goesWith({ observations, used, fit }, nth, { sure, chance })] : [];
  });
  const rank = ({ sure, times }: GoesWith): number => (sure === 'sure' ? 1e6 : 0) + times.middle;
  const told = new Set(found.flatMap(({ key, together }) => [key, ...together]));
  return {
    is: 'told',
    shots: shots.length,
    hits,
    with: found.sort((one, other) => rank(other) - rank(one)),
    not: looked.flatMap(({ key, found: one }) => {
      if (!isUsed(one)) return [{ key, why: one }];
      return told.has(key) ? [] : [{ key, why: 'no sign' as const }];
    }),
    spreads: {
      cavities: fit.groups[0]!.sd,
      moulds: fit.groups[1]!.sd,
      sessions: fit.groups[2]!.sd,
    },
  };
}
