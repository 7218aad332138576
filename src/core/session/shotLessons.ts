import { knownBy } from '../knownBy.ts';
import { jointed } from '../build/index.ts';
import { BLED, bleedIndex } from '../colour/index.ts';
import type { Estimate, Tried } from '../heat/index.ts';
import {
  bleedPrior,
  COLD,
  contactHeat,
  insertHeat,
  JOINT,
  jointPrior,
  learnEven,
  mouldPrior,
} from '../heat/index.ts';
import { drawnHeatOf } from './effects/leaving.ts';
import { roomOf } from './effects/mouldHeat.ts';
import { lossEstimate, metalSpreadScale } from './effects/mouldLoss.ts';
import { openLessons } from './openLessons.ts';
import { shareOf } from './faultShare.ts';
import { ENOUGH_LOOKS, USUALLY_WIDE } from './lesson.ts';
import type { Lesson } from './lesson.ts';
import type { SessionState } from './state.ts';
import type { ShotState } from './state/shot.ts';
import type { MouldState } from './state/mould.ts';
import type { Fault } from './faults.ts';
import { layerCup } from './layerCup.ts';

/** How fast each mould loses its heat, from looks at it between shots (M5). */
function lossLessons(state: SessionState): Lesson[] {
  return [...state.moulds.values()].flatMap((mould): Lesson[] => {
    const { prior, posterior, told, left } = lossEstimate(state, mould);
    return told < ENOUGH_LOOKS
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
    if (tried.length < ENOUGH_LOOKS) return [];
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
  return tried.length < ENOUGH_LOOKS
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
  if (told < ENOUGH_LOOKS) return [];
  const mean = metalSpreadScale(state);
  const prior = state.snapshot.heat.learned.metal ?? USUALLY_WIDE;
  const posterior = { mean, sd: mean / Math.sqrt(2 * told) };
  return [{ key: 'metal', prior, posterior, readings: told, left_out: 0 }];
}

/** Heat at which a body met the inserts it is to join; null where it joins none. */
const jointHeat = (state: SessionState, shot: ShotState): number | null =>
  jointed(shot.stage) && shot.stage.layers.length > 0
    ? contactHeat(drawnHeatOf(state, shot), insertHeat(shot.metal, roomOf(state)))
    : null;
/** Contact heat at which joints are even odds, by what is learned and tonight's shots. */
export function jointTonight(state: SessionState): Estimate {
  const prior = jointPrior(state.snapshot.heat.learned);
  const tried = [...state.shots.values()].flatMap((shot): Tried[] => {
    const x = jointHeat(state, shot);
    return x === null || shot.markedAt === null
      ? []
      : [{ x, share: shareOf(shot, 'joint'), baits: shot.cavities.size }];
  });
  return tried.length === 0 ? prior : learnEven(prior, -JOINT.scale, tried);
}

/** Colours as they met in a shot: the heat of each, °C, where it was known, and how it runs. */
export const streamsOf = (state: SessionState, shot: ShotState) =>
  state.draws
    .get([...shot.cavities.values()][0] ?? '')
    ?.barrels.flatMap(({ celsius, runs }) => (celsius === null ? [] : [{ celsius, runs }])) ?? [];

/** What finished shots taught: of moulds, of joints on inserts, of bled lines. */
export function shotLessons(state: SessionState): Lesson[] {
  const { learned } = state.snapshot.heat;
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
      where: (shot) => jointHeat(state, shot),
    }),
    ...evenLesson(state, 'bleed', {
      fault: 'bled',
      prior: bleedPrior(learned),
      scale: BLED.scale,
      where: bled,
    }),
  ];
}
