import { jointed } from '../build/index.ts';
import { BLED, bleedIndex } from '../colour/index.ts';
import type { Known, Tried } from '../heat/index.ts';
import {
  bleedPrior,
  COLD,
  contactHeat,
  JOINT,
  jointPrior,
  learnEven,
  mouldPrior,
  TEARS,
} from '../heat/index.ts';
import { roomOf, shotHeatOf } from './handle/heat.ts';
import { lossTold } from './handle/loss.ts';
import type { LearnedThing } from './learn.ts';
import type { MouldState, SessionState, ShotState } from './state.ts';
import type { Fault } from './words.ts';

/** Looks that follow another with time between them, fewer than which teach nothing. */
const ENOUGH = 3;

/** How fast each mould loses its heat, from looks at it between shots (M5). */
function lossLessons(s: SessionState): LearnedThing[] {
  return [...s.moulds.values()].flatMap((m): LearnedThing[] => {
    const { prior, posterior, told, left } = lossTold(s, m);
    return told < ENOUGH
      ? []
      : [{ key: `mould/${m.mould.name}/loss`, prior, posterior, readings: told, left_out: left }];
  });
}

const shareOf = (shot: ShotState, fault: Fault): number =>
  [...shot.marks.values()].filter((m) => m.fault === fault).length /
  Math.max(1, shot.cavities.size);

/** A shot that comes out whole says that all of its baits were firm: they count up to so many (judgement). */
const SHOT_TELLS = 8;
/** Dents have other causes too: one tells half of what a tear does (judgement). */
const tornOf = (shot: ShotState): number =>
  Math.min(1, shareOf(shot, 'torn') + shareOf(shot, 'dent') / 2);

/** Shots of a mould by how much later than firm each was opened, ln, and what of it was torn. */
function openTried(s: SessionState, m: MouldState): Tried[] {
  const prior = mouldPrior(s.snapshot.heat.learned, m.mould.name).opens;
  return [...s.shots.values()].flatMap((shot): Tried[] => {
    if (shot.mould !== m.key || !shot.waited || shot.markedAt === null) return [];
    const { seconds, reckoned, firm } = shot.waited;
    // Before the models' own figure was kept, what was said had in it what was known of this mould.
    const longer =
      firm === null
        ? Math.log(Math.max(1, seconds) / reckoned) + prior.mean
        : Math.log(Math.max(1, seconds) / firm);
    return [{ x: longer, share: tornOf(shot), baits: shot.cavities.size }];
  });
}
function opensBy(prior: Known, tried: readonly Tried[]): Known {
  const even = learnEven(
    { mean: TEARS.even + prior.mean, sd: prior.sd },
    -TEARS.scale,
    tried,
    SHOT_TELLS,
  );
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
    return [
      {
        key: `mould/${m.mould.name}/opens`,
        prior,
        posterior: opensBy(prior, tried),
        readings: tried.length,
        left_out: 0,
      },
    ];
  });
}

/** Shots of a mould by how far under its own heat its metal was, and what came short. */
const coldTried = (s: SessionState, m: MouldState): Tried[] =>
  [...s.shots.values()].flatMap((shot): Tried[] =>
    shot.mould !== m.key || shot.markedAt === null
      ? []
      : [
          {
            x: m.mould.warmTo - shot.metal,
            share: shareOf(shot, 'short'),
            baits: shot.cavities.size,
          },
        ],
  );
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
    return [
      {
        key: `mould/${m.mould.name}/cold`,
        prior: mouldPrior(s.snapshot.heat.learned, m.mould.name).cold,
        posterior: coldTonight(s, m),
        readings: tried.length,
        left_out: 0,
      },
    ];
  });
}

/** Shots of a kind as they were drawn, with what a fault of theirs hangs on. */
function evenLesson(
  s: SessionState,
  key: string,
  fault: Fault,
  prior: Known,
  scale: number,
  where: (shot: ShotState) => number | null,
): LearnedThing[] {
  const tried = [...s.shots.values()].flatMap((shot): Tried[] => {
    const x = shot.markedAt === null ? null : where(shot);
    return x === null ? [] : [{ x, share: shareOf(shot, fault), baits: shot.cavities.size }];
  });
  return tried.length < ENOUGH
    ? []
    : [
        {
          key,
          prior,
          posterior: learnEven(prior, scale, tried),
          readings: tried.length,
          left_out: 0,
        },
      ];
}

/** What finished shots taught: of moulds, of joints on inserts, of bled lines. */
export function shotLessons(s: SessionState): LearnedThing[] {
  const { learned } = s.snapshot.heat;
  const joint = (shot: ShotState) =>
    jointed(shot.stage) && shot.stage.layers.length > 0
      ? contactHeat(shotHeatOf(s, shot), roomOf(s))
      : null;
  const bled = (shot: ShotState) => {
    const run = s.runs.get(shot.job);
    const streams =
      s.draws
        .get([...shot.cavities.values()][0] ?? '')
        ?.barrels.flatMap((b) =>
          b.celsius === null ? [] : [{ celsius: b.celsius, runs: b.runs }],
        ) ?? [];
    // Where a soft line is wanted nobody marks it.
    if (
      streams.length < 2 ||
      streams.length !== shot.stage.layers.length ||
      !shot.stage.yoked ||
      run?.job.colourway.line === 'soft'
    )
      return null;
    const powders = shot.stage.layers.some((l) =>
      s.cups
        .get(String(run?.job.layers[l.key]))
        ?.ladder.some((i) => i.kind === 'powder' || i.kind === 'flake'),
    );
    return bleedIndex(streams, s.snapshot.bench.tolerance, powders);
  };
  return [
    ...lossLessons(s),
    ...openLessons(s),
    ...coldLessons(s),
    ...evenLesson(s, 'joint', 'joint', jointPrior(learned), -JOINT.scale, joint),
    ...evenLesson(s, 'bleed', 'bled', bleedPrior(learned), BLED.scale, bled),
  ];
}
