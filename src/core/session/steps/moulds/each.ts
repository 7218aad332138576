import type { MouldState } from '../../state/mould.ts';
import type { ShotState } from '../../state/shot.ts';
import type { Step } from '../../step.ts';
import { type AtBench, type Decide, some } from '../atBench.ts';

/** A mould of the bench with the shot that is in it. */
interface AtMould extends AtBench {
  mould: MouldState;
  shot: ShotState | undefined;
}
/** Decides mould by mould. */
export const eachMould =
  (decide: (at: AtMould) => Step | null): Decide =>
  (bench) =>
    [...bench.state.moulds.values()].flatMap((mould) =>
      some(decide({ ...bench, mould, shot: bench.state.shots.get(mould.shot ?? '') })),
    );
/** Decides shot by shot, of those that are in a mould. */
export const eachShot = (decide: (at: AtMould & { shot: ShotState }) => Step | null): Decide =>
  eachMould((at) => (at.shot ? decide({ ...at, shot: at.shot }) : null));
