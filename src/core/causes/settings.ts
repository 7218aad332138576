import { fitLogistic, type Logistic, type Observation, sigmoid } from './logistic.ts';
import type { SettingKey } from './settingKinds.ts';
import { SETTINGS } from './settingKinds.ts';
import type { ShotSeen } from './conditionsUsed.ts';

const KEYS = Object.keys(SETTINGS) as SettingKey[];
/** What stands today: °C, °C, s, ln of times as long as reckoned, and 1 or 0. */
export type Today = Record<SettingKey, number>;

/** What is held before anything is shot: log-odds of good and its spread, and slopes. */
const PRIOR = {
  share: { mean: 2.6, sd: 1 },
  slope: { mean: 0, sd: 0.7 },
  gap: { mean: -0.2, sd: 0.3 },
} as const;
/** K between cups that count as one. */
const GAP = 5;
/** Spreads to either side of an 80 % range, and under what is said to be better. */
const RANGE = 1.2816;
const SURE = 2;
/** Shots from which a curve is said at all (M15). */
const CURVE_FROM = 40;

/** How what comes good hangs on what is set, as the shop's own shots tell. */
export interface SettingsFit {
  today: Today;
  fit: Logistic;
  /** usual figure of each, and the ends of what was shot (a twentieth from each) */
  usual: Today;
  seen: Record<SettingKey, { low: number; high: number }>;
  /** K between cups as it usually was */
  gap: number;
  shots: number;
  sessions: number;
}

const middleOf = (values: readonly number[], along = 0.5): number | null => {
  const inOrder = [...values].sort((one, other) => one - other);
  return inOrder[Math.round(along * (inOrder.length - 1))] ?? null;
};

/** Figures a share is regressed on: each setting off today's, its square where it has one, the gap. */
function figuresAt(at: Today, today: Today, gap: number): number[] {
  return [
    ...KEYS.flatMap((key) => {
      const off = (at[key] - today[key]) / SETTINGS[key].scale;
      return SETTINGS[key].kind === 'yes' ? [off] : [off, off * off];
    }),
    gap / GAP,
  ];
}

/**
 * Learns how the share good hangs on what is set: ridge logistic regression on each setting and its
 * square, with sessions that differ by themselves (M15). Before a shot it holds today's settings
 * for the best, loosely.
 * @param today the middle of what stands today
 */
export function fitSettings(shots: readonly ShotSeen[], today: Today): SettingsFit {
  const known = (key: SettingKey | 'gap') =>
    shots.flatMap(({ conditions }) => conditions[key] ?? []);
  const usual = Object.fromEntries(
    KEYS.map((key) => [key, middleOf(known(key)) ?? today[key]]),
  ) as Today;
  const gap = middleOf(known('gap')) ?? 0;
  const sessions = [...new Set(shots.map(({ session }) => session))];
  const observations = shots.map(({ session, conditions, faults }): Observation => {
    const at = Object.fromEntries(KEYS.map((key) => [key, conditions[key] ?? usual[key]])) as Today;
    return {
      figures: figuresAt(at, today, conditions.gap ?? gap),
      groups: [sessions.indexOf(session)],
      hits: faults.filter((fault) => fault === null).length,
      of: faults.length,
    };
  });
  const fit = fitLogistic(observations, {
    intercept: PRIOR.share,
    coefficients: [
      ...KEYS.flatMap((key) =>
        SETTINGS[key].kind === 'yes' ? [PRIOR.slope] : [PRIOR.slope, SETTINGS[key].prior],
      ),
      PRIOR.gap,
    ],
    groups: [Math.max(1, sessions.length)],
  });
  const seen = Object.fromEntries(
    KEYS.map((key) => {
      const own = known(key);
      return [
        key,
        { low: middleOf(own, 0.05) ?? today[key], high: middleOf(own, 0.95) ?? today[key] },
      ];
    }),
  ) as SettingsFit['seen'];
  return { today, fit, usual, seen, gap, shots: shots.length, sessions: sessions.length };
}

/** Covariance of the log-odds of two rows of figures. */
export function covarianceOf(
  { fit }: Pick<SettingsFit, 'fit'>,
  one: readonly number[],
  other: readonly number[],
): number {
  let sum = 0;
  // Asked for at every point of every curve: plain loops are several times as fast as `reduce`.
  for (let nth = 0; nth < one.length; nth++) {
    const covariances = fit.covariance[nth]!;
    let inner = 0;
    for (let at = 0; at < other.length; at++) inner += other[at]! * covariances[at]!;
    sum += one[nth]! * inner;
  }
  return sum;
}

/** Log-odds of good at some settings, and their spread. */
export function oddsAt(
  of: SettingsFit,
  at: Partial<Today>,
): { mean: number; sd: number; row: number[] } {
  const row = [1, ...figuresAt({ ...of.usual, ...at }, of.today, of.gap)];
  const { intercept, coefficients } = of.fit;
  const mean = [intercept, ...coefficients].reduce((sum, one, nth) => sum + one * row[nth]!, 0);
  const variance = covarianceOf(of, row, row);
  return { mean, sd: Math.sqrt(Math.max(0, variance)), row };
}
/** Share good to be expected where log-odds are so unsure (MacKay 1992). */
export const shareExpected = ({ mean, sd }: { mean: number; sd: number }): number =>
  sigmoid(mean / Math.sqrt(1 + (Math.PI * sd * sd) / 8));

/** A point of a curve: the share good there, with its 80 % range. */
interface CurvePoint {
  at: number;
  share: number;
  least: number;
  most: number;
}
/** What the shop's record says of one setting. */
export type SettingCurve =
  | { is: 'too few'; shots: number; wanted: number }
  | {
      is: 'told';
      points: CurvePoint[];
      /** where it does within one bait in a hundred of its best, of what was shot */
      own: { low: number; high: number };
      /** share good to be gained by its middle over what was usual, with its 80 % range */
      gain: { least: number; middle: number; most: number };
      /** so clear a gain would come by chance in less than one look of forty */
      better: boolean;
    };
/** Share under the best that still belongs to the own window. */
const AS_GOOD = 0.01;
/**
 * A curve of two coefficients is no true curve: it lies off by itself, log-odds, and is less sure
 * than it reckons (from hidden moulds of other laws, `causes.test.ts`).
 */
const SHAPE = { own: 0.12, times: 1.2 } as const;
const wide = (sd: number): number => Math.hypot(SHAPE.own, SHAPE.times * sd);

/**
 * Gain of one figure over what was usually shot at, with its range: their difference shares what
 * both hang on.
 */
function gainOf(
  of: SettingsFit,
  key: SettingKey,
  best: number,
): { least: number; middle: number; most: number; surely: boolean } {
  const [here, now] = [best, of.usual[key]].map((at) => oddsAt(of, { [key]: at }));
  const apart = here!.row.map((one, nth) => one - now!.row[nth]!);
  const variance = covarianceOf(of, apart, apart);
  const sd = Math.sqrt(Math.max(0, variance));
  const from = sigmoid(now!.mean);
  const gain = (spreads: number): number =>
    sigmoid(now!.mean + (here!.mean - now!.mean) + spreads * sd) - from;
  return { least: gain(-RANGE), middle: gain(0), most: gain(RANGE), surely: gain(-SURE) > 0 };
}

/** How the share good runs along one setting, and where it is best. */
export function settingCurve(of: SettingsFit, key: SettingKey): SettingCurve {
  if (of.shots < CURVE_FROM) return { is: 'too few', shots: of.shots, wanted: CURVE_FROM };
  const { low, high } = of.seen[key];
  const { step, wide: least, kind } = SETTINGS[key];
  const count = kind === 'yes' ? 1 : Math.max(2, Math.ceil((high - low) / step));
  const points = Array.from({ length: count + 1 }, (_, nth): CurvePoint => {
    const at = low + ((high - low) * nth) / count;
    const odds = oddsAt(of, { [key]: at });
    return {
      at,
      share: shareExpected(odds),
      least: sigmoid(odds.mean - RANGE * wide(odds.sd)),
      most: sigmoid(odds.mean + RANGE * wide(odds.sd)),
    };
  });
  const best = points.reduce((one, other) => (other.share > one.share ? other : one));
  const good =
    kind === 'yes' ? [best] : points.filter(({ share }) => share >= best.share - AS_GOOD);
  const middle = (good[0]!.at + good.at(-1)!.at) / 2;
  const half = Math.max(least, good.at(-1)!.at - good[0]!.at) / 2;
  const gain = gainOf(of, key, middle);
  return {
    is: 'told',
    points,
    own: { low: middle - half, high: middle + half },
    gain: { least: gain.least, middle: gain.middle, most: gain.most },
    better: gain.surely,
  };
}
