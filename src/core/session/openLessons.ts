import type { CastAs, Estimate, Felt, Tried } from '../heat/index.ts';
import { logFelt, logTried, mouldPrior, onGrid, openedBy, TEARS } from '../heat/index.ts';
import { shareOf } from './faultShare.ts';
import { ENOUGH_LOOKS } from './lesson.ts';
import type { Lesson } from './lesson.ts';
import type { SessionState } from './state.ts';
import { castAs } from '../plan/mouldHeat.ts';
import { coolingOf } from './state/mould.ts';
import type { MouldState } from './state/mould.ts';
import type { ShotState } from './state/shot.ts';

/**
 * A shot that comes out whole says that all of its baits were firm: they count up to so many
 * (judgement).
 */
const SHOT_TELLS = 8;
/** Dents have other causes too: one tells half of what a tear does (judgement). */
const tornOf = (shot: ShotState): number =>
  Math.min(1, shareOf(shot, 'torn') + shareOf(shot, 'dent') / 2);

/** What an opening says of when its mould's baits are firm: what tore, and what the hand felt. */
interface OpenTold {
  tried: Tried[];
  felt: { longer: number; felt: Felt }[];
}
/** Shots of a mould cast so, by how much later than reckoned each was opened, ln, and what came of it. */
function openTold(state: SessionState, mould: MouldState, cast: CastAs): OpenTold {
  const prior = mouldPrior(state.snapshot.heat.learned, mould.mould, cast).opens;
  const told: OpenTold = { tried: [], felt: [] };
  for (const shot of state.shots.values()) {
    if (shot.mould !== mould.key || !shot.waited || castAs(shot.stage) !== cast) continue;
    const { seconds, reckoned, firm } = shot.waited;
    // Before the models' own figure was kept, what was said had in it what was known of this mould.
    const longer =
      firm === null
        ? Math.log(Math.max(1, seconds) / reckoned) + prior.mean
        : Math.log(Math.max(1, seconds) / firm);
    if (shot.felt) told.felt.push({ longer, felt: shot.felt });
    if (shot.markedAt !== null)
      told.tried.push({ x: longer, share: tornOf(shot), baits: shot.cavities.size });
  }
  return told;
}
const opensBy = (prior: Estimate, { tried, felt }: OpenTold): Estimate =>
  onGrid(
    prior,
    (opens) =>
      logTried(tried, { even: opens + TEARS.even, scale: -TEARS.scale, tells: SHOT_TELLS }) +
      felt.reduce((sum, one) => sum + logFelt(one.felt, one.longer - opens), 0),
  );
/**
 * How much longer than reckoned a mould's baits want, cast so, by what is learned and what tonight's shots
 * have told so far.
 */
export function opensTonight(state: SessionState, mould: MouldState, cast: CastAs): Estimate {
  const prior = mouldPrior(state.snapshot.heat.learned, mould.mould, cast).opens;
  const told = openTold(state, mould, cast);
  return told.tried.length + told.felt.length === 0 ? prior : opensBy(prior, told);
}

/** ln of s until firm that is known well enough not to ask how baits felt (judgement). */
const KNOWN = 0.08;
/** Whether it would still tell something what the baits of a mould feel like as it is opened. */
export function asksFelt(state: SessionState, key: string): boolean {
  const mould = state.moulds.get(key);
  const shot = state.shots.get(mould?.shot ?? '');
  if (!mould || !shot || shot.felt !== null) return false;
  const timed = shot.waited ?? coolingOf(mould)?.reckoned;
  return Boolean(timed) && opensTonight(state, mould, castAs(shot.stage)).sd > KNOWN;
}

/** How much longer than reckoned each mould's baits want, from when it was opened. */
export function openLessons(state: SessionState): Lesson[] {
  const casts = new Set([...state.shots.values()].map(({ stage }) => castAs(stage)));
  return [...state.moulds.values()].flatMap((mould) =>
    [...casts].flatMap((cast) => openLesson(state, mould, cast)),
  );
}
function openLesson(state: SessionState, mould: MouldState, cast: CastAs): Lesson[] {
  const prior = mouldPrior(state.snapshot.heat.learned, mould.mould, cast).opens;
  const told = openTold(state, mould, cast);
  const readings = Math.max(told.tried.length, told.felt.length);
  return readings < ENOUGH_LOOKS
    ? []
    : [
        {
          key: `mould/${openedBy(mould.mould, cast)}/opens`,
          prior,
          posterior: opensBy(prior, told),
          readings,
          left_out: 0,
        },
      ];
}
