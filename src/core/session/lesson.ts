import type { Estimate, Learned } from '../heat/index.ts';
import {
  BLEED_PRIOR,
  JOINT_PRIOR,
  MOULD_PRIOR,
  NOTHING_LEARNED,
  ovenPrior,
  PRIOR,
  UNEVEN_PRIOR,
} from '../heat/index.ts';
import { LAG_PRIOR } from '../device/index.ts';
import type { HandKind } from '../tape/hands.ts';
import { HAND_SPREAD, HAND_USUAL } from '../tape/hands.ts';
import type { HeatSetup } from './heatNotes.ts';

/** What an evening taught of one constant. */
export interface Lesson {
  /**
   * `air`, `calibration`, `metal`, `inside`, `joint`, `bleed`, `oven/<id>/<power
   * %>/<cups>/efficiency`, `/dead` or `/uneven`, `cup/<id>/exchange`, `/weight` or `/stand`,
   * `mould/<id>/loss`, `/opens` (or `/<cast>/opens`) or `/cold`, `probe/<id>`, `hand/<kind>`
   */
  key: string;
  prior: Estimate;
  posterior: Estimate;
  /** readings that told of it */
  readings: number;
  left_out: number;
}

/** Looks fewer than which teach nothing. */
export const ENOUGH_LOOKS = 3;

/** Forecasts are taken at their word before anything was seen of them. */
export const USUALLY_WIDE: Estimate = { mean: 1, sd: 0.25 };
/** Eight of ten readings lie in a range that is true. */
export const INSIDE: Estimate = { mean: 0.8, sd: 0.1 };
/** Two independent words on one thing, each by its precision. */
export const combined = (known: Estimate, other: Estimate): Estimate => {
  const [precision, otherPrecision] = [1 / known.sd ** 2, 1 / other.sd ** 2];
  return {
    mean: (precision * known.mean + otherPrecision * other.mean) / (precision + otherPrecision),
    sd: 1 / Math.sqrt(precision + otherPrecision),
  };
};

/** An oven at a power with so many cups in it, as its key says. */
export const ovenUse = (key: string): { id: number; level: number; cups: number } => {
  const [id, percent, cups] = key.split('/').map(Number) as [number, number, number];
  return { id, level: percent / 100, cups };
};

/** What tells of a hand where it is no act of its name, and what is done besides. */
const TOLD_BY: Partial<Record<HandKind, { act?: string; beside?: readonly string[] }>> = {
  inserted: { act: 'loaded' },
  // Each cavity that is touched, and how the baits felt, are of the look at them.
  marked: { beside: ['cavityMarked', 'felt'] },
  // Into the oven, out and stirred, read.
  seenTo: { act: 'reading', beside: ['heated', 'stirred'] },
};
/** How often hands did a thing, and how long they were at it, s. */
function timeOf(
  times: ReadonlyMap<string, { n: number; seconds: number }>,
  kind: HandKind,
): { n: number; seconds: number } | undefined {
  const { act = kind, beside = [] } = TOLD_BY[kind] ?? {};
  const own = times.get(act);
  const more = beside.reduce((sum, act) => sum + (times.get(act)?.seconds ?? 0), 0);
  return own && { ...own, seconds: own.seconds + more };
}
/**
 * What an evening taught of the hands: s an act takes, by its kind, against what was believed.
 * @param planned how often the tape had an act, where that is what its time is told by: where more were
 *   wanted than planned, each planned one takes as much longer
 */
export function handLessons(
  times: ReadonlyMap<string, { n: number; seconds: number }>,
  known: Partial<Record<HandKind, Estimate>>,
  planned: Partial<Record<HandKind, number>> = {},
): Lesson[] {
  return (Object.keys(HAND_USUAL) as HandKind[]).flatMap((kind): Lesson[] => {
    const told = timeOf(times, kind);
    const time = told && { ...told, n: planned[kind] ?? told.n };
    if (!time || time.n < 3) return [];
    const prior = known[kind] ?? { mean: HAND_USUAL[kind], sd: HAND_SPREAD * HAND_USUAL[kind] };
    const mean = time.seconds / time.n;
    // Evenings differ beyond what the count of acts tells.
    return [
      {
        key: `hand/${kind}`,
        prior,
        posterior: combined(prior, {
          mean,
          sd: Math.max(1, HAND_SPREAD * mean) * Math.hypot(1 / Math.sqrt(time.n), 0.3),
        }),
        readings: time.n,
        left_out: 0,
      },
    ];
  });
}

/** What is learned of the shop as one. */
const OF_SHOP = ['air', 'joint', 'bleed', 'calibration', 'metal'] as const;
const isOfShop = (key: string): key is (typeof OF_SHOP)[number] =>
  (OF_SHOP as readonly string[]).includes(key);

/** What a shop has learned, put together from the newest lesson of each thing. */
export function learnedFrom(newest: readonly Pick<Lesson, 'key' | 'posterior'>[]): Learned {
  const learned: Learned = structuredClone(NOTHING_LEARNED);
  for (const { key, posterior } of newest) {
    const [kind, ...rest] = key.split('/');
    const of = rest.at(-1)!;
    const name = rest.slice(0, -1).join('/');
    if (isOfShop(key)) learned[key] = posterior;
    else if (kind === 'mould')
      learned.moulds = {
        ...learned.moulds,
        [name]: { ...learned.moulds?.[name], [of]: posterior },
      };
    else if (kind === 'cup')
      learned.cups[name] = {
        ...(learned.cups[name] ?? {
          exchange: PRIOR.exchange,
          weight: PRIOR.weight,
          stand: PRIOR.stand,
        }),
        [of]: posterior,
      };
    else if (kind === 'oven')
      learned.ovens[name] = { ...(learned.ovens[name] ?? PRIOR.one), [of]: posterior };
  }
  return learned;
}

/** Usual values of what is learned of the shop as one. */
const USUAL_OF_SHOP: Record<string, Estimate> = {
  air: PRIOR.air,
  calibration: USUALLY_WIDE,
  metal: USUALLY_WIDE,
  inside: INSIDE,
  joint: JOINT_PRIOR,
  bleed: BLEED_PRIOR,
};
type Usual = (rest: string[], setup: HeatSetup) => Estimate;
/** The same of each kind of thing, by the parts of its key after the kind. */
const USUAL_OF: Record<string, Usual> = {
  mould: (rest) => MOULD_PRIOR[rest.at(-1) as keyof typeof MOULD_PRIOR],
  probe: () => LAG_PRIOR,
  hand: ([kind]) => {
    const usual = HAND_USUAL[(kind === 'loaded' ? 'inserted' : kind) as HandKind];
    return { mean: usual, sd: HAND_SPREAD * usual };
  },
  cup: (rest) => PRIOR[rest.at(-1) as 'exchange' | 'weight' | 'stand'],
  oven: (rest, setup) => {
    const of = rest.at(-1);
    if (of === 'uneven') return UNEVEN_PRIOR;
    const use = ovenUse(rest.slice(0, -1).join('/'));
    const oven = setup.ovens.find((other) => other.id === use.id);
    const prior = oven ? ovenPrior(NOTHING_LEARNED, { ...use, oven: oven.oven }) : PRIOR.one;
    return of === 'dead' ? prior.dead : prior.efficiency;
  },
};
/** The usual value of a thing that can be learned. @param key of its lessons */
export function usualOf(key: string, setup: HeatSetup): Estimate {
  const [kind, ...rest] = key.split('/') as [string, ...string[]];
  return USUAL_OF_SHOP[kind] ?? USUAL_OF[kind]!(rest, setup);
}
