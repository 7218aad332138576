import type { Known, Learned } from '../heat/index.ts';
import {
  BLEED_PRIOR,
  cupPrior,
  JOINT_PRIOR,
  knownOf,
  MOULD_PRIOR,
  NOTHING_LEARNED,
  ovenPrior,
  PRIOR,
  sharedPrior,
} from '../heat/index.ts';
import { LAG_PRIOR } from '../device/index.ts';
import type { HandKind } from '../plan/timing.ts';
import { HAND_SPREAD, HAND_USUAL } from '../plan/timing.ts';
import type { Followed, HeatNote, HeatSetup } from './heat.ts';
import { wideBy } from './heat.ts';

/** What an evening taught of one constant. */
export interface LearnedThing {
  /** `air`, `calibration`, `inside`, `joint`, `bleed`, `oven/<id>/<power %>/<cups>/efficiency` or `/dead`, `cup/<name>/exchange`, `/weight` or `/stand`, `mould/<name>/loss`, `/opens` or `/cold`, `probe/<name>`, `hand/<kind>` */
  key: string;
  prior: Known;
  posterior: Known;
  /** readings that told of it */
  readings: number;
  left_out: number;
}

/** Forecasts are taken at their word before anything was seen of them. */
const USUALLY_WIDE: Known = { mean: 1, sd: 0.25 };
/** Fewer readings than this teach nothing (judgement). */
const ENOUGH = 6;

/** ln by which the air of one evening differs from another's (judgement). */
const EVENINGS_DIFFER = 0.2;
/** Two independent words on one thing, each by its precision. */
export const bothSay = (a: Known, b: Known): Known => {
  const [p, q] = [1 / a.sd ** 2, 1 / b.sd ** 2];
  return { mean: (p * a.mean + q * b.mean) / (p + q), sd: 1 / Math.sqrt(p + q) };
};

/** What is to be kept of an evening's estimate: each constant with what was believed before it. */
export function lessonsOf(
  f: Followed,
  notes: readonly HeatNote[],
  setup: HeatSetup,
): LearnedThing[] {
  if (f.readings < ENOUGH) return [];
  const out: LearnedThing[] = [];
  const shared = sharedPrior(setup.learned, setup.reads, setup.check);
  const left = f.left.length;
  // An evening's air is its own: of the shop's usual air it tells no more than one evening can.
  const tonight = knownOf(f.belief, { of: 'air' });
  out.push({
    key: 'air',
    prior: shared.air,
    posterior: bothSay(shared.air, {
      mean: tonight.mean,
      sd: Math.hypot(tonight.sd, EVENINGS_DIFFER),
    }),
    readings: f.readings,
    left_out: left,
  });
  const { told: forecast, inside } = f.missed;
  if (forecast >= ENOUGH) {
    const wide = wideBy(f, setup.learned);
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
  for (const key of f.belief.ovens) {
    const [id, level, n] = key.split('/').map(Number) as [number, number, number];
    const oven = setup.ovens.find((o) => o.id === id);
    // Only readings that follow a burst in it tell of an oven.
    let told = 0;
    const fresh = new Set<string>();
    for (const note of notes) {
      if (
        note.kind === 'burst' &&
        note.oven === id &&
        Math.round(note.level * 100) === level &&
        note.cups.length === n
      )
        note.cups.forEach((c) => fresh.add(c));
      if (note.kind === 'reading' && fresh.delete(note.cup)) told += 1;
    }
    if (!oven || told < 3) continue;
    const prior = ovenPrior(setup.learned, id, oven.oven, level / 100, n);
    for (const of of ['efficiency', 'dead'] as const)
      out.push({
        key: `oven/${key}/${of}`,
        prior: prior[of],
        posterior: knownOf(f.belief, { of, oven: key }),
        readings: told,
        left_out: left,
      });
  }
  // A cup's exchange is learned by the kind of cup; the one read most often speaks for its kind.
  const vessels = new Map<string, { cup: string; readings: number }>();
  for (const cup of f.belief.cups) {
    const name =
      notes.find((n) => n.kind === 'mass' && n.cup === cup && n.vessel)?.kind === 'mass'
        ? (
            notes.find((n) => n.kind === 'mass' && n.cup === cup) as Extract<
              HeatNote,
              { kind: 'mass' }
            >
          ).vessel?.name
        : undefined;
    const readings = notes.filter((n) => n.kind === 'reading' && n.cup === cup).length;
    if (name && readings >= ENOUGH && readings > (vessels.get(name)?.readings ?? 0))
      vessels.set(name, { cup, readings });
  }
  for (const [name, { cup, readings }] of vessels)
    for (const of of ['exchange', 'weight', 'stand'] as const)
      out.push({
        key: `cup/${name}/${of}`,
        prior: cupPrior(setup.learned, name)[of],
        posterior: knownOf(f.belief, { of, cup }),
        readings,
        left_out: notes.filter(
          (n) => n.kind === 'reading' && n.cup === cup && f.left.includes(n.id),
        ).length,
      });
  return out;
}

/** What an evening taught of the hands: s an act takes, by its kind, against what was believed. */
export function handLessons(
  times: ReadonlyMap<string, { n: number; seconds: number }>,
  known: Partial<Record<HandKind, Known>>,
): LearnedThing[] {
  return (Object.keys(HAND_USUAL) as HandKind[]).flatMap((kind): LearnedThing[] => {
    const t = times.get(kind);
    if (!t || t.n < 3) return [];
    const prior = known[kind] ?? { mean: HAND_USUAL[kind], sd: HAND_SPREAD * HAND_USUAL[kind] };
    const mean = t.seconds / t.n;
    // Evenings differ beyond what the count of acts tells.
    return [
      {
        key: `hand/${kind}`,
        prior,
        posterior: bothSay(prior, {
          mean,
          sd: Math.max(1, HAND_SPREAD * mean) * Math.hypot(1 / Math.sqrt(t.n), 0.3),
        }),
        readings: t.n,
        left_out: 0,
      },
    ];
  });
}

/** What a shop has learned, put together from the newest lesson of each thing. */
export function learnedFrom(newest: readonly Pick<LearnedThing, 'key' | 'posterior'>[]): Learned {
  const learned: Learned = structuredClone(NOTHING_LEARNED);
  for (const { key, posterior } of newest) {
    const [kind, ...rest] = key.split('/');
    const of = rest.at(-1)!;
    const name = rest.slice(0, -1).join('/');
    if (key === 'air' || key === 'joint' || key === 'bleed' || key === 'calibration')
      learned[key] = posterior;
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
      learned.ovens[name] = {
        ...(learned.ovens[name] ?? { efficiency: posterior, dead: posterior }),
        [of]: posterior,
      };
  }
  return learned;
}

/** The usual value of a thing that can be learned. */
export function usualOf(key: string, setup: HeatSetup): Known {
  if (key === 'air') return PRIOR.air;
  if (key === 'calibration') return USUALLY_WIDE;
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
  const [, id, level, n, of] = key.split('/');
  const oven = setup.ovens.find((o) => o.id === Number(id));
  const prior = oven
    ? ovenPrior({ ovens: {}, cups: {} }, Number(id), oven.oven, Number(level) / 100, Number(n))
    : PRIOR.one;
  return of === 'dead' ? prior.dead : prior.efficiency;
}
