import { knownBy } from '../knownBy.ts';
import { jointed } from '../build/index.ts';
import { BLED, bleedIndex } from '../colour/index.ts';
import type { Estimate, Tried } from '../heat/index.ts';
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
import { roomOf, shotHeatOf } from './effects/mouldHeat.ts';
import { lossEstimate, metalSpreadScale } from './effects/mouldLoss.ts';
import { USUALLY_WIDE } from './lesson.ts';
import type { Lesson } from './lesson.ts';
import type { SessionState } from './state.ts';
import type { ShotState } from './state/shot.ts';
import type { MouldState } from './state/mould.ts';
import type { Fault } from './faults.ts';
import { layerCup } from './layerCup.ts';

/** Looks that follow another with time between them, fewer than which teach nothing. */
const ENOUGH = 3;

/** How fast each mould loses its heat, from looks at it between shots (M5). */
function lossLessons(state: SessionState): Lesson[] {
  return [...state.moulds.values()].flatMap((mould): Lesson[] => {
    const { prior, posterior, told, left } = lossEstimate(state, mould);
    return told < ENOUGH
      ? []
      : [
          {
            key: `mould/${knownBy(mould.mould)}/loss`,
            prior,
            posterior,
            readings: told,
            left_out: left,
          },
        ];
  });
}

const shareOf = (shot: ShotState, fault: Fault): number =>
  [...shot.marks.values()].filter((mark) => mark.fault === fault).length /
  Math.max(1, shot.cavities.size);

/**
 * A shot that comes out whole says that all of its baits were firm: they count up to so many
 * (judgement).
 */
const SHOT_TELLS = 8;
/** Dents have other causes too: one tells half of what a tear does (judgement). */
const tornOf = (shot: ShotState): number =>
  Math.min(1, shareOf(shot, 'torn') + shareOf(shot, 'dent') / 2);

/** Shots of a mould by how much later than firm each was opened, ln, and what of it was torn. */
function openTried(state: SessionState, mould: MouldState): Tried[] {
  const prior = mouldPrior(state.snapshot.heat.learned, mould.mould).opens;
  return [...state.shots.values()].flatMap((shot): Tried[] => {
    if (shot.mould !== mould.key || !shot.waited || shot.markedAt === null) return [];
    const { seconds, reckoned, firm } = shot.waited;
    // Before the models' own figure was kept, what was said had in it what was known of this mould.
    const longer =
      firm === null
        ? Math.log(Math.max(1, seconds) / reckoned) + prior.mean
        : Math.log(Math.max(1, seconds) / firm);
    return [{ x: longer, share: tornOf(shot), baits: shot.cavities.size }];
  });
}
function opensBy(prior: Estimate, tried: readonly Tried[]): Estimate {
  const even = learnEven(
    { mean: TEARS.even + prior.mean, sd: prior.sd },
    -TEARS.scale,
    tried,
    SHOT_TELLS,
  );
  return { mean: even.mean - TEARS.even, sd: even.sd };
}
/**
 * How much longer than reckoned a mould's baits want, by what is learned and what tonight's shots
 * have told so far.
 */
export function opensTonight(state: SessionState, mould: MouldState): Estimate {
  const prior = mouldPrior(state.snapshot.heat.learned, mould.mould).opens;
  const tried = openTried(state, mould);
  return tried.length === 0 ? prior : opensBy(prior, tried);
}

/** How much longer than reckoned each mould's baits want, from when it was opened and what tore. */
function openLessons(state: SessionState): Lesson[] {
  return [...state.moulds.values()].flatMap((mould): Lesson[] => {
    const prior = mouldPrior(state.snapshot.heat.learned, mould.mould).opens;
    const tried = openTried(state, mould);
    if (tried.length < ENOUGH) return [];
    return [
      {
        key: `mould/${knownBy(mould.mould)}/opens`,
        prior,
        posterior: opensBy(prior, tried),
        readings: tried.length,
        left_out: 0,
      },
    ];
  });
}

/** Shots of a mould by how far under its own heat its metal was, and what came short. */
const coldTried = (state: SessionState, mould: MouldState): Tried[] =>
  [...state.shots.values()].flatMap((shot): Tried[] =>
    shot.mould !== mould.key || shot.markedAt === null
      ? []
      : [
          {
            x: mould.mould.warmTo - shot.metal,
            share: shareOf(shot, 'short'),
            baits: shot.cavities.size,
          },
        ],
  );
/**
 * K under its own heat at which half of a mould's baits come short, by what is learned and
 * tonight's shots.
 */
export function coldTonight(state: SessionState, mould: MouldState): Estimate {
  const prior = mouldPrior(state.snapshot.heat.learned, mould.mould).cold;
  const tried = coldTried(state, mould);
  return tried.length === 0 ? prior : learnEven(prior, COLD.scale, tried);
}
function coldLessons(state: SessionState): Lesson[] {
  return [...state.moulds.values()].flatMap((mould): Lesson[] => {
    const tried = coldTried(state, mould);
    if (tried.length < ENOUGH) return [];
    return [
      {
        key: `mould/${knownBy(mould.mould)}/cold`,
        prior: mouldPrior(state.snapshot.heat.learned, mould.mould).cold,
        posterior: coldTonight(state, mould),
        readings: tried.length,
        left_out: 0,
      },
    ];
  });
}

/** Shots of a kind as they were drawn, with what a fault of theirs hangs on. */
function evenLesson(
  state: SessionState,
  key: string,
  {
    fault,
    prior,
    scale,
    where,
  }: { fault: Fault; prior: Estimate; scale: number; where: (shot: ShotState) => number | null },
): Lesson[] {
  const tried = [...state.shots.values()].flatMap((shot): Tried[] => {
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

/** How wide what is said of metal turned out, by looks at it. */
function metalLesson(state: SessionState): Lesson[] {
  const { told } = state.metalMissed;
  if (told < ENOUGH) return [];
  const mean = metalSpreadScale(state);
  const prior = state.snapshot.heat.learned.metal ?? USUALLY_WIDE;
  const posterior = { mean, sd: mean / Math.sqrt(2 * told) };
  return [{ key: 'metal', prior, posterior, readings: told, left_out: 0 }];
}

/** Colours as they met in a shot: the heat of each, °C, where it was known, and how it runs. */
export const streamsOf = (state: SessionState, shot: ShotState) =>
  state.draws
    .get([...shot.cavities.values()][0] ?? '')
    ?.barrels.flatMap(({ celsius, runs }) => (celsius === null ? [] : [{ celsius, runs }])) ?? [];

/** What finished shots taught: of moulds, of joints on inserts, of bled lines. */
export function shotLessons(state: SessionState): Lesson[] {
  const { learned } = state.snapshot.heat;
  const joint = (shot: ShotState) =>
    jointed(shot.stage) && shot.stage.layers.length > 0
      ? contactHeat(shotHeatOf(state, shot), roomOf(state))
      : null;
  const bled = (shot: ShotState) => {
    const run = state.runs.get(shot.job);
    const streams = streamsOf(state, shot);
    // Where a soft line is wanted nobody marks it.
    if (
      streams.length < 2 ||
      streams.length !== shot.stage.layers.length ||
      !shot.stage.yoked ||
      run?.job.colourway.line === 'soft'
    )
      return null;
    const powders = shot.stage.layers.some(
      (layer) =>
        run &&
        layerCup(state, run, layer.key)?.ladder.some(
          (ingredient) => ingredient.kind === 'powder' || ingredient.kind === 'flake',
        ),
    );
    return bleedIndex(streams, state.snapshot.bench.tolerance, powders);
  };
  return [
    ...lossLessons(state),
    ...openLessons(state),
    ...coldLessons(state),
    ...metalLesson(state),
    ...evenLesson(state, 'joint', {
      fault: 'joint',
      prior: jointPrior(learned),
      scale: -JOINT.scale,
      where: joint,
    }),
    ...evenLesson(state, 'bleed', {
      fault: 'bled',
      prior: bleedPrior(learned),
      scale: BLED.scale,
      where: bled,
    }),
  ];
}
