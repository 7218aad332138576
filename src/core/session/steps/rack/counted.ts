import { isSkipped } from '../../skips.ts';
import type { SessionState } from '../../state.ts';
import type { ShotState } from '../../state/shot.ts';
import type { Step } from '../../step.ts';
import { type Decide, some } from '../atBench.ts';

const standsOpen = (state: SessionState, shot: ShotState): boolean =>
  state.moulds.get(shot.mould)?.shot === shot.id &&
  state.moulds.get(shot.mould)?.phase.is === 'marked';

/** Shots that are counted, and neither on the rack nor laid by for the next stage. */
const counted = (state: SessionState): ShotState[] =>
  [...state.shots.values()].filter(
    (shot) =>
      shot.markedAt !== null &&
      shot.rackedAt === null &&
      !isSkipped(state, 'rack', shot) &&
      !isSkipped(state, 'keep', shot) &&
      !standsOpen(state, shot),
  );
/** Decides on each shot that is counted and has left its mould. */
export const eachCounted =
  (decide: (state: SessionState, shot: ShotState) => Step | null): Decide =>
  ({ state }) =>
    counted(state).flatMap((shot) => some(decide(state, shot)));
