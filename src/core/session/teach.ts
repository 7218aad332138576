import { BLED, bleedIndex } from '../colour/index.ts';
import type { Known, MetalBody, Tried } from '../heat/index.ts';
import { bleedPrior, COLD, contactHeat, JOINT, jointPrior, learnEven, TEARS, losing, metalAfter, mouldPrior, onGrid } from '../heat/index.ts';
import { bodyOfMould, roomOf, shotHeatOf } from './handle/heat.ts';
import type { LearnedThing } from './learn.ts';
import type { MetalNote, MouldState, SessionState, ShotState } from './state.ts';
import type { Fault } from './words.ts';

/** K by which a reading of metal misses what one lump would have: a mould is not warm all through, a shot not all alike (judgements). */
const MISSES = { look: 1.5, shot: 1.5 } as const;
/** A mould said to be warm may be off its own heat by so many K. */
const SAID = 6;
/** A look that lies further off than this from every way the metal can lose its heat is left out, K. */
const FAR = 20;
/** Looks that follow another with time between them, fewer than which teach nothing. */
const ENOUGH = 3;

/** What the model has of a look at metal, by how fast it loses heat: K off, and the variance of that. */
function offsOf(notes: readonly MetalNote[], body: MetalBody, room: number, warmTo: number): { off: number; variance: number }[] {
  const out: { off: number; variance: number }[] = [];
  let now: { at: number; celsius: number; variance: number } | null = null;
  for (const n of notes) {
    if (n.kind === 'warmed') now = { at: n.at, celsius: warmTo, variance: SAID ** 2 };
    else if (n.kind === 'shot' && now) {
      const before = metalAfter(body, now.celsius, Math.max(0, (n.at - now.at) / 1000), room);
      const seconds = Math.max(1, (n.until - n.at) / 1000);
      now = { at: n.until, celsius: metalAfter(body, before, seconds, room, 'wood', n.joules / seconds), variance: now.variance + MISSES.shot ** 2 };
    } else if (n.kind === 'read') {
      if (now && n.at >= now.at) out.push({ off: n.celsius - metalAfter(body, now.celsius, (n.at - now.at) / 1000, room), variance: now.variance + n.sd ** 2 + MISSES.look ** 2 });
      now = { at: n.at, celsius: n.celsius, variance: n.sd ** 2 };
    }
  }
  return out;
}

/** How fast each mould loses its heat, from looks at it between shots (M5). */
function lossLessons(s: SessionState): LearnedThing[] {
  return [...s.moulds.values()].flatMap((m): LearnedThing[] => {
    const body = bodyOfMould(m.mould);
    const room = roomOf(s);
    const prior = mouldPrior(s.snapshot.heat.learned, m.mould.name).loss;
    const at = (ln: number) => offsOf(m.told, losing(body, ln), room, m.mould.warmTo);
    const ends = [-1, 0, 1].map((k) => at(prior.mean + 2 * k * prior.sd));
    const fits = ends[0]!.map((_, i) => Math.min(...ends.map((e) => Math.abs(e[i]!.off))) <= FAR);
    const told = fits.filter(Boolean).length;
    if (told < ENOUGH) return [];
    const posterior = onGrid(prior, (ln) => at(ln).reduce((sum, { off, variance }, i) => (fits[i] ? sum - (off * off) / (2 * variance) - Math.log(variance) / 2 : sum), 0));
    return [{ key: `mould/${m.mould.name}/loss`, prior, posterior, readings: told, left_out: fits.length - told }];
  });
}

const shareOf = (shot: ShotState, fault: Fault): number => [...shot.marks.values()].filter((m) => m.fault === fault).length / Math.max(1, shot.cavities.size);

/** A shot that comes out whole says that all of its baits were firm: they count up to so many (judgement). */
const SHOT_TELLS = 8;
/** Dents have other causes too: one tells half of what a tear does (judgement). */
const tornOf = (shot: ShotState): number => Math.min(1, shareOf(shot, 'torn') + shareOf(shot, 'dent') / 2);

/** Shots of a mould by how much later than firm each was opened, ln, and what of it was torn. */
function openTried(s: SessionState, m: MouldState): Tried[] {
  const prior = mouldPrior(s.snapshot.heat.learned, m.mould.name).opens;
  return [...s.shots.values()].flatMap((shot): Tried[] => {
    if (shot.mould !== m.key || !shot.waited || shot.markedAt === null) return [];
    const { seconds, reckoned, firm } = shot.waited;
    // Before the models' own figure was kept, what was said had in it what was known of this mould.
    const longer = firm === null ? Math.log(Math.max(1, seconds) / reckoned) + prior.mean : Math.log(Math.max(1, seconds) / firm);
    return [{ x: longer, share: tornOf(shot), baits: shot.cavities.size }];
  });
}
function opensBy(prior: Known, tried: readonly Tried[]): Known {
  const even = learnEven({ mean: TEARS.even + prior.mean, sd: prior.sd }, -TEARS.scale, tried, SHOT_TELLS);
  return { mean: even.mean - TEARS.even, sd: even.sd };
}
/** How much longer than reckoned a mould's baits want, by what is learned and what tonight's shots have told so far. */
export function opensTonight(s: SessionState, m: MouldState): Known {
  const prior = mouldPrior(s.snapshot.heat.learned, m.mould.name).opens;
  const tried = openTried(s, m);
  return tried.length === 0 ? prior : opensBy(prior, tried);
}

/** How much longer than reckoned each mould's baits want, from when it was opened and what tore. */
function openLessons(s: SessionState): LearnedThing[] {
  return [...s.moulds.values()].flatMap((m): LearnedThing[] => {
    const prior = mouldPrior(s.snapshot.heat.learned, m.mould.name).opens;
    const tried = openTried(s, m);
    if (tried.length < ENOUGH) return [];
    return [{ key: `mould/${m.mould.name}/opens`, prior, posterior: opensBy(prior, tried), readings: tried.length, left_out: 0 }];
  });
}

/** Shots of a mould by how far under its own heat its metal was, and what came short. */
const coldTried = (s: SessionState, m: MouldState): Tried[] =>
  [...s.shots.values()].flatMap((shot): Tried[] => (shot.mould !== m.key || shot.markedAt === null ? [] : [{ x: m.mould.warmTo - shot.metal, share: shareOf(shot, 'short'), baits: shot.cavities.size }]));
/** K under its own heat at which half of a mould's baits come short, by what is learned and tonight's shots. */
export function coldTonight(s: SessionState, m: MouldState): Known {
  const prior = mouldPrior(s.snapshot.heat.learned, m.mould.name).cold;
  const tried = coldTried(s, m);
  return tried.length === 0 ? prior : learnEven(prior, COLD.scale, tried);
}
function coldLessons(s: SessionState): LearnedThing[] {
  return [...s.moulds.values()].flatMap((m): LearnedThing[] => {
    const tried = coldTried(s, m);
    if (tried.length < ENOUGH) return [];
    return [{ key: `mould/${m.mould.name}/cold`, prior: mouldPrior(s.snapshot.heat.learned, m.mould.name).cold, posterior: coldTonight(s, m), readings: tried.length, left_out: 0 }];
  });
}

/** Shots of a kind as they were drawn, with what a fault of theirs hangs on. */
function evenLesson(s: SessionState, key: string, fault: Fault, prior: Known, scale: number, where: (shot: ShotState) => number | null): LearnedThing[] {
  const tried = [...s.shots.values()].flatMap((shot): Tried[] => {
    const x = shot.markedAt === null ? null : where(shot);
    return x === null ? [] : [{ x, share: shareOf(shot, fault), baits: shot.cavities.size }];
  });
  return tried.length < ENOUGH ? [] : [{ key, prior, posterior: learnEven(prior, scale, tried), readings: tried.length, left_out: 0 }];
}

/** What finished shots taught: of moulds, of joints on inserts, of bled lines. */
export function shotLessons(s: SessionState): LearnedThing[] {
  const { learned } = s.snapshot.heat;
  const jointed = (shot: ShotState) => shot.stage.takes !== null && shot.stage.layers.length > 0 && shot.stage.layers.every((l) => l.place !== 'core' && l.place !== 'coreTail');
  const joint = (shot: ShotState) => (jointed(shot) ? contactHeat(shotHeatOf(s, shot), roomOf(s)) : null);
  const bled = (shot: ShotState) => {
    const run = s.runs.get(shot.job);
    const streams = s.draws.get([...shot.cavities.values()][0] ?? '')?.barrels.flatMap((b) => (b.celsius === null ? [] : [{ celsius: b.celsius, runs: b.runs }])) ?? [];
    // Where a soft line is wanted nobody marks it.
    if (streams.length < 2 || streams.length !== shot.stage.layers.length || !shot.stage.yoked || run?.job.colourway.line === 'soft') return null;
    const powders = shot.stage.layers.some((l) => s.cups.get(String(run?.job.layers[l.key]))?.ladder.some((i) => i.kind === 'powder' || i.kind === 'flake'));
    return bleedIndex(streams, s.snapshot.bench.tolerance, powders);
  };
  return [...lossLessons(s), ...openLessons(s), ...coldLessons(s), ...evenLesson(s, 'joint', 'joint', jointPrior(learned), -JOINT.scale, joint), ...evenLesson(s, 'bleed', 'bled', bleedPrior(learned), BLED.scale, bled)];
}
