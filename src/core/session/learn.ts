import type { Vessel } from '../build/index.ts';
import { knownBy } from '../id.ts';
import type { Estimate, Learned } from '../heat/index.ts';
import {
  BLEED_PRIOR,
  cupPrior,
  JOINT_PRIOR,
  estimateOf,
  MOULD_PRIOR,
  NOTHING_LEARNED,
  ovenPrior,
  PRIOR,
  sharedPrior,
  UNEVEN_PRIOR,
  unevenOf,
} from '../heat/index.ts';
import { LAG_PRIOR } from '../device/index.ts';
import type { HandKind } from '../plan/hands.ts';
import { HAND_SPREAD, HAND_USUAL } from '../plan/hands.ts';
import type { Followed } from './follow/followed.ts';
import type { HeatNote, HeatSetup } from './heatNotes.ts';
import { spreadScale } from './follow/followed.ts';

/** What an evening taught of one constant. */
export interface Lesson {
  /**
   * `air`, `calibration`, `metal`, `inside`, `joint`, `bleed`, `oven/<id>/<power
   * %>/<cups>/efficiency`, `/dead` or `/uneven`, `cup/<id>/exchange`, `/weight` or `/stand`,
   * `mould/<id>/loss`, `/opens` or `/cold`, `probe/<id>`, `hand/<kind>`
   */
  key: string;
  prior: Estimate;
  posterior: Estimate;
  /** readings that told of it */
  readings: number;
  left_out: number;
}

/** Forecasts are taken at their word before anything was seen of them. */
export const USUALLY_WIDE: Estimate = { mean: 1, sd: 0.25 };
/** Fewer readings than this teach nothing (judgement). */
const ENOUGH = 6;

/** ln by which the air of one evening differs from another's (judgement). */
const EVENINGS_DIFFER = 0.2;
/** Two independent words on one thing, each by its precision. */
export const combined = (known: Estimate, other: Estimate): Estimate => {
  const [precision, otherPrecision] = [1 / known.sd ** 2, 1 / other.sd ** 2];
  return {
    mean: (precision * known.mean + otherPrecision * other.mean) / (precision + otherPrecision),
    sd: 1 / Math.sqrt(precision + otherPrecision),
  };
};

/** What is to be kept of an evening's estimate: each constant with what was believed before it. */
export function lessonsOf(
  followed: Followed,
  notes: readonly HeatNote[],
  setup: HeatSetup,
): Lesson[] {
  if (followed.readings < ENOUGH) return [];
  const out: Lesson[] = [];
  const shared = sharedPrior(setup.learned, setup.reads, setup.check);
  const left = followed.left.length;
  // An evening's air is its own: of the shop's usual air it tells no more than one evening can.
  const tonight = estimateOf(followed.belief, { of: 'air' });
  out.push({
    key: 'air',
    prior: shared.air,
    posterior: combined(shared.air, {
      mean: tonight.mean,
      sd: Math.hypot(tonight.sd, EVENINGS_DIFFER),
    }),
    readings: followed.readings,
    left_out: left,
  });
  const { told: forecast, inside } = followed.missed;
  if (forecast >= ENOUGH) {
    const wide = spreadScale(followed, setup.learned);
    out.push({
      key: 'calibration',
      prior: setup.learned.calibration ?? USUALLY_WIDE,
      posterior: { mean: wide, sd: wide / Math.sqrt(2 * forecast) },
      readings: forecast,
      left_out: 0,
    });
    out.push({
      key: 'inside',
      prior: { mean: 0.8, sd: 0.1 },
      posterior: {
        mean: inside / forecast,
        sd: Math.sqrt(Math.max(0.01, (inside / forecast) * (1 - inside / forecast)) / forecast),
      },
      readings: forecast,
      left_out: 0,
    });
  }
  for (const key of followed.belief.ovens) {
    const [id, level, count] = key.split('/').map(Number) as [number, number, number];
    const oven = setup.ovens.find((oven) => oven.id === id);
    // Only readings that follow a burst in it tell of an oven.
    let told = 0;
    const fresh = new Set<string>();
    for (const note of notes) {
      if (
        note.kind === 'burst' &&
        note.oven === id &&
        Math.round(note.level * 100) === level &&
        note.cups.length === count
      )
        note.cups.forEach((cup) => fresh.add(cup));
      if (note.kind === 'reading' && fresh.delete(note.cup)) told += 1;
    }
    if (!oven || told < 3) continue;
    const prior = ovenPrior(setup.learned, {
      id,
      oven: oven.oven,
      level: level / 100,
      cups: count,
    });
    for (const of of ['efficiency', 'dead'] as const)
      out.push({
        key: `oven/${key}/${of}`,
        prior: prior[of],
        posterior: estimateOf(followed.belief, { of, oven: key }),
        readings: told,
        left_out: left,
      });
    const seen = followed.unevenSeen[key] ?? 0;
    if (seen > 0)
      out.push({
        key: `oven/${key}/uneven`,
        prior: prior.uneven ?? UNEVEN_PRIOR,
        posterior: unevenOf(followed.belief, key),
        readings: seen,
        left_out: 0,
      });
  }
  // A cup's exchange is learned by the kind of cup; the one read most often speaks for its kind.
  const kinds = new Map<string, { vessel: Vessel; cup: string; readings: number }>();
  for (const cup of followed.belief.cups) {
    const vessel = notes.flatMap((note) =>
      note.kind === 'mass' && note.cup === cup && note.vessel ? [note.vessel] : [],
    )[0];
    const readings = notes.filter((note) => note.kind === 'reading' && note.cup === cup).length;
    if (!vessel || readings < ENOUGH) continue;
    const kind = knownBy(vessel);
    if (readings > (kinds.get(kind)?.readings ?? 0)) kinds.set(kind, { vessel, cup, readings });
  }
  for (const [kind, { vessel, cup, readings }] of kinds)
    for (const of of ['exchange', 'weight', 'stand'] as const)
      out.push({
        key: `cup/${kind}/${of}`,
        prior: cupPrior(setup.learned, vessel)[of],
        posterior: estimateOf(followed.belief, { of, cup }),
        readings,
        left_out: notes.filter(
          (note) => note.kind === 'reading' && note.cup === cup && followed.left.includes(note.id),
        ).length,
      });
  return out;
}

/** What an evening taught of the hands: s an act takes, by its kind, against what was believed. */
export function handLessons(
  times: ReadonlyMap<string, { n: number; seconds: number }>,
  known: Partial<Record<HandKind, Estimate>>,
): Lesson[] {
  return (Object.keys(HAND_USUAL) as HandKind[]).flatMap((kind): Lesson[] => {
    const time = times.get(kind);
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

/** The usual value of a thing that can be learned. */
export function usualOf(key: string, setup: HeatSetup): Estimate {
  if (key === 'air') return PRIOR.air;
  if (key === 'calibration' || key === 'metal') return USUALLY_WIDE;
  if (key === 'inside') return { mean: 0.8, sd: 0.1 };
  if (key === 'joint') return JOINT_PRIOR;
  if (key === 'bleed') return BLEED_PRIOR;
  if (key.startsWith('mould/'))
    return MOULD_PRIOR[key.split('/').pop() as 'loss' | 'opens' | 'cold'];
  if (key.startsWith('probe/')) return LAG_PRIOR;
  if (key.startsWith('hand/')) {
    const usual = HAND_USUAL[key.slice(5) as HandKind];
    return { mean: usual, sd: HAND_SPREAD * usual };
  }
  if (key.startsWith('cup/')) return PRIOR[key.split('/').pop() as 'exchange' | 'weight' | 'stand'];
  const [, id, level, name, of] = key.split('/');
  const oven = setup.ovens.find((oven) => oven.id === Number(id));
  const prior = oven
    ? ovenPrior(
        { ovens: {}, cups: {} },
        { id: Number(id), oven: oven.oven, level: Number(level) / 100, cups: Number(name) },
      )
    : PRIOR.one;
  if (of === 'uneven') return UNEVEN_PRIOR;
  return of === 'dead' ? prior.dead : prior.efficiency;
}
