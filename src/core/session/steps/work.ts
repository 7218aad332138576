import { stepSignature } from '../../plan/inStep.ts';
import { sum } from '../../shot/index.ts';
import { ready } from '../inserts.ts';
import type { RunState, SessionState } from '../state.ts';
import type { InjectorState } from '../state/injector.ts';
import type { MouldState } from '../state/mould.ts';
import { layerCupKey } from '../layerCup.ts';
import { isSkipped } from '../skips.ts';

export const isTrialNext = (run: RunState): boolean => run.trialsDone < run.trials;
const shotsLeft = (run: RunState): number => run.trials - run.trialsDone + (run.target - run.done);
const taker = (state: SessionState, run: RunState): RunState | undefined =>
  [...state.runs.values()].find(
    (other) => other.job.key === run.job.key && other.stage.takes === run.stage.key,
  );
export const mouldsOf = (state: SessionState, run: RunState): MouldState[] =>
  run.tools.moulds
    .map((mould) => state.moulds.get(String(mould.id)))
    .filter((mould): mould is MouldState => mould !== undefined);
const loadedFor = (state: SessionState, run: RunState): number =>
  sum(mouldsOf(state, run).map((mould) => mould.loaded.size));

/** Inserts of a run that are shot and not laid by yet. */
const underWay = (state: SessionState, run: RunState): boolean =>
  [...state.shots.values()].some(
    (shot) => shot.job === run.key && shot.rackedAt === null && !isSkipped(state, 'keep', shot),
  );
/** Inserts one mould of a run wants. */
const load = (run: RunState): number =>
  Math.min(...run.tools.moulds.map((mould) => mould.mould.cavities.length));
const makerOf = (state: SessionState, run: RunState): RunState | undefined =>
  [...state.runs.values()].find(
    (other) => other.job.key === run.job.key && other.stage.key === run.stage.takes,
  );
const goOn = (state: SessionState, maker: RunState | undefined): boolean =>
  maker !== undefined && isSkipped(state, 'shortOf', maker);

/** Whether the stage after this one lacks inserts for its next mould, and none are on their way. */
function lacksInserts(state: SessionState, run: RunState): boolean {
  const next = taker(state, run);
  return (
    next !== undefined &&
    shotsLeft(next) > 0 &&
    !goOn(state, run) &&
    !underWay(state, run) &&
    ready(state, next) + loadedFor(state, next) < load(next)
  );
}

/** Whether a mould of a run stands part filled. */
const partFilled = (state: SessionState, run: RunState): boolean =>
  mouldsOf(state, run).some(
    (mould) => mould.phase.is === 'filling' && state.shots.get(mould.shot ?? '')?.job === run.key,
  );

/**
 * Whether a run has work left: shots to come, a mould to fill up, or inserts the next stage wants.
 */
export const wants = (state: SessionState, run: RunState): boolean =>
  shotsLeft(run) > 0 || partFilled(state, run) || lacksInserts(state, run);

/** Whether its inserts, when it takes any, lie ready: enough for a mould, or all there will be. */
function canGo(state: SessionState, run: RunState, taken = false): boolean {
  if (!run.stage.takes) return true;
  const there = ready(state, run) + loadedFor(state, run);
  const maker = makerOf(state, run);
  return (
    there >= load(run) ||
    (there > 0 && (taken || goOn(state, maker))) ||
    (goOn(state, maker) && !underWay(state, maker!)) ||
    mouldsOf(state, run).some((mould) => state.shots.get(mould.shot ?? '')?.job === run.key)
  );
}

/**
 * The run in hand: the one the maker took, while it has work; else the first that has work and its
 * inserts. Inserts come before the bodies shot on to them; while those are on their way, the next
 * one is made ready.
 */
export function runInHand(state: SessionState): RunState | null {
  const open = [...state.runs.values()].filter((run) => wants(state, run));
  const taken = open.find((run) => run.key === state.inHand);
  if (taken && canGo(state, taken, true)) return taken;
  return open.find((run) => canGo(state, run)) ?? open[0] ?? null;
}

const signature = (run: RunState): string => stepSignature(run, (layer) => layerCupKey(run, layer));

/**
 * Runs that go on together with this one: same injector, block and colours, so that one draw serves
 * their moulds too.
 */
export const inStep = (state: SessionState, run: RunState): RunState[] =>
  run.stage.layers.length === 0
    ? [run]
    : [
        run,
        ...[...state.runs.values()].filter(
          (other) =>
            other !== run &&
            signature(other) === signature(run) &&
            wants(state, other) &&
            canGo(state, other),
        ),
      ];

export const injectorOf = (state: SessionState, run: RunState): InjectorState | undefined =>
  run.stage.layers.length > 0 ? state.injectors.get(String(run.tools.injector?.id)) : undefined;

export interface Turn {
  run: RunState;
  mould: MouldState;
}

/** The run a mould is shot for next, as the one in hand and those in step with it have it. */
export function turnOf(state: SessionState, mould: string): Turn | null {
  const inHand = runInHand(state);
  const turn = inHand && freeMould(state, inHand);
  return turn?.mould.key === mould ? turn : null;
}

/**
 * Mould that can be loaded now, of this run or one in step: already filling or closed first, then
 * the one longest open.
 */
export function freeMould(state: SessionState, run: RunState): Turn | null {
  const rank = (mould: MouldState) =>
    mould.phase.is === 'filling' ? 0 : mould.phase.is === 'closed' ? 1 : 2;
  const free = inStep(state, run)
    .flatMap((run) => mouldsOf(state, run).map((mould): Turn => ({ run, mould })))
    .filter(
      ({ run, mould }) =>
        (mould.phase.is === 'filling'
          ? state.shots.get(mould.shot ?? '')?.job === run.key
          : mould.phase.is === 'closed' || mould.phase.is === 'open') &&
        (shotsLeft(run) > 0 || mould.phase.is === 'filling' || lacksInserts(state, run)) &&
        (mould.phase.is !== 'open' || canGo(state, run, state.inHand === run.key)),
    );
  return (
    free.sort(
      (one, other) => rank(one.mould) - rank(other.mould) || one.mould.cycles - other.mould.cycles,
    )[0] ?? null
  );
}
