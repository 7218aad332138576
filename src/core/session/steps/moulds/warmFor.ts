import { jointed } from '../../../build/build.ts';
import { shareShort } from '../../../heat/cold.ts';
import { bodyHeatFor, insertHeat, jointChance, metalFor } from '../../../heat/joint.ts';
import { losing, warmedTo } from '../../../heat/metal.ts';
import { drawnHeatOf } from '../../effects/leaving.ts';
import { bodyOfMould, lossTonight, roomOf } from '../../effects/mouldLoss.ts';
import { coldTonight, jointTonight } from '../../shotLessons.ts';
import type { RunState, SessionState } from '../../state.ts';
import type { MouldState } from '../../state/mould.ts';
import { dataOf, type StepKey } from '../../stepKinds.ts';

/** What comes between a mould that was warmed and the plastic that goes in. */
const BEFORE_SHOT: readonly StepKey[] = ['close', 'top', 'draw'];
/** s cups take to be brought together, one of them, and s from a draw to its push (judgements). */
const [MATCHED, PUSHED] = [40, 20];
/** s from when a mould was warmed until plastic goes into it. */
function untilShot({ stage }: RunState): number {
  const keys: StepKey[] = [...(stage.takes === null ? [] : ['load' as const]), ...BEFORE_SHOT];
  const hands = keys.reduce((sum, key) => sum + dataOf(key).takes, 0);
  return hands + MATCHED * stage.layers.length + PUSHED;
}
const isJointed = ({ stage }: RunState): boolean => jointed(stage) && stage.layers.length > 0;
/** °C a run's bodies go on to their inserts at, as they were drawn last or are to be. */
function bodyDrawn(state: SessionState, run: RunState): number {
  const last = [...state.shots.values()].findLast(({ job }) => job === run.key);
  return last ? drawnHeatOf(state, last) : run.tools.window.low;
}
/** K over its own heat that a mould is warmed at most (judgement: baits dent on hot metal). */
const OVER_MOST = 12;
/** Share of joints that are to be sound, where metal is warmed for them (judgement). */
const SOUND = 0.9;
/** °C a mould is to have when a run is shot: its own, or what the joint of its baits wants, if more. */
export function shotIn(state: SessionState, run: RunState | null, mould: MouldState): number {
  const { warmTo } = mould.mould;
  if (!run || !isJointed(run)) return warmTo;
  const insert = bodyHeatFor(bodyDrawn(state, run), SOUND, jointTonight(state).mean);
  return Math.round(
    Math.min(warmTo + OVER_MOST, Math.max(warmTo, metalFor(insert, roomOf(state)))),
  );
}
/** °C a mould is warmed to for the shot of a run. */
export function warmsTo(state: SessionState, run: RunState | null, mould: MouldState): number {
  const then = shotIn(state, run, mould);
  if (!run) return then;
  const over = warmedTo(losing(bodyOfMould(mould.mould), lossTonight(state, mould).mean), {
    then,
    room: roomOf(state),
    seconds: untilShot(run),
  });
  return Math.round(Math.min(mould.mould.warmTo + OVER_MOST, over));
}

/** Share of a run's baits that metal so warm spoils: those that come short, and joints that peel. */
export function spoiledBy(
  state: SessionState,
  run: RunState | null,
  mould: MouldState,
  celsius: number,
): { short: number; peeled: number } {
  const short = shareShort(mould.mould.warmTo - celsius, coldTonight(state, mould).mean);
  if (!run || !isJointed(run)) return { short, peeled: 0 };
  const { mean: even } = jointTonight(state);
  const insert = insertHeat(celsius, roomOf(state));
  return { short, peeled: 1 - jointChance(bodyDrawn(state, run), insert, even) };
}
