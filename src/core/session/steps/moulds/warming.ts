import { warmingPays } from '../../../heat/cold.ts';
import { warmTime } from '../../../heat/metal.ts';
import { BAIT_TAKES } from '../../../heat/worth.ts';
import { waysOf } from '../../../ways.ts';
import { mouldHeat } from '../../effects/mouldHeat.ts';
import { bodyOfMould, roomOf } from '../../effects/mouldLoss.ts';
import { isSkipped } from '../../skips.ts';
import type { RunState, SessionState } from '../../state.ts';
import type { MouldState } from '../../state/mould.ts';
import type { Step } from '../../step.ts';
import { type AtBench, type Decide, some } from '../atBench.ts';
import { inStep, mouldsOf, runInHand } from '../work.ts';
import { shotIn, spoiledBy, warmsTo } from './warmFor.ts';

/** Baits shot tonight from which on they tell how long one takes. */
const TELLING = 12;

/** s of work that a bait has cost tonight; what is usual where hardly any are shot. */
export function baitTakes(state: SessionState, now: number): number {
  const baits = [...state.shots.values()].reduce((sum, shot) => sum + shot.cavities.size, 0);
  const first = [...state.shots.values()][0]?.at;
  return baits < TELLING || first === undefined
    ? BAIT_TAKES
    : Math.min(2 * BAIT_TAKES, Math.max(BAIT_TAKES / 3, (now - first) / 1000 / baits));
}

/** s of work to put a mould on the plate and take it off. */
const HANDS_WARM = 15;

/** s until a mould is as warm as a shot wants it: put on the plate, warmed, taken off. */
export const plateTakes = (
  state: SessionState,
  run: RunState | null,
  mould: MouldState,
  celsius: number,
): number =>
  HANDS_WARM +
  (warmTime(bodyOfMould(mould.mould), {
    from: celsius,
    to: warmsTo(state, run, mould),
    room: roomOf(state),
    by: waysOf(state.snapshot.input.settings).warmed,
  }) ?? 0);

/** K under its own heat within which a mould said to be warm may be anyway. */
const LEAST_UNDER = 4;

/** Whether warming again costs less than the baits that metal so cold would spoil. */
function warmsAgain(
  state: SessionState,
  mould: MouldState,
  {
    run,
    celsius,
    takes,
    now,
  }: { run: RunState | null; celsius: number; takes: number; now: number },
): boolean {
  const { cavities } = mould.mould;
  const then = shotIn(state, run, mould);
  if (then - celsius < LEAST_UNDER) return false;
  const good = (at: number) => {
    const { short, peeled } = spoiledBy(state, run, mould, at);
    return (1 - short) * (1 - peeled);
  };
  return warmingPays({
    saves: good(then) - good(celsius),
    baits: cavities.length,
    each: baitTakes(state, now),
    takes,
  });
}

/**
 * s of warming that a mould will want before it is filled again at a moment; 0 where it will be
 * warm enough.
 */
export function warmingDue(
  state: SessionState,
  mould: MouldState,
  at: number,
  now: number,
): number {
  const { celsius } = mouldHeat(state, mould, at);
  const run = runInHand(state);
  const takes = plateTakes(state, run, mould, celsius);
  return !mould.warmed || warmsAgain(state, mould, { run, celsius, takes, now }) ? takes : 0;
}

/** s for which a mould that was warmed or looked at is not asked about again (judgement). */
const SEEN_TO = 240;

/** A mould's heat known less surely than this, K, is worth a look before it is warmed or not. */
const DOUBTFUL = 2.5;

/** s since a mould was last warmed, or its metal read. */
const since = (mould: MouldState, kind: 'warmed' | 'read', now: number): number =>
  (now - (mould.metalNotes.findLast((note) => note.kind === kind)?.at ?? -Infinity)) / 1000;

/**
 * Whether a mould that was warmed may be warmed again. What lies in it already would come out hot,
 * oiled and loose, so it is warmed before it is loaded; and not when it was warmed a moment ago and
 * nothing was read of it since.
 */
function mayWarmAgain(state: SessionState, run: RunState, mould: MouldState, now: number): boolean {
  const [warmed, read] = [since(mould, 'warmed', now), since(mould, 'read', now)];
  const seenTo = warmed < SEEN_TO && warmed <= read;
  return (
    !seenTo &&
    mould.phase.is === 'open' &&
    mould.loaded.size === 0 &&
    !isSkipped(state, 'warmMouldAgain', mould) &&
    run.done + run.trialsDone < run.target + run.trials
  );
}

/** What metal wants: to be warmed for its first shot, to be looked at, to be warmed again. */
type Wants = { what: 'first' } | { what: 'look' | 'again'; celsius: number; sd: number };

function wantsAgain(
  state: SessionState,
  run: RunState,
  mould: MouldState,
  now: number,
): Wants | null {
  const { celsius, sd } = mouldHeat(state, mould, now);
  const takes = plateTakes(state, run, mould, celsius);
  const pays = (at: number) => warmsAgain(state, mould, { run, celsius: at, takes, now });
  // Metal nobody has looked at for a while: a look costs less than warming it or not by mistake.
  if (
    sd > DOUBTFUL &&
    since(mould, 'read', now) > SEEN_TO &&
    pays(celsius - sd) !== pays(celsius + sd) &&
    !isSkipped(state, 'readMould', mould)
  )
    return { what: 'look', celsius, sd };
  return pays(celsius) ? { what: 'again', celsius, sd } : null;
}
function wantsOf({ state, run, now }: AtBench, mould: MouldState): Wants | null {
  if (!run || mould.pours.length > 0) return null;
  if (mould.phase.is !== 'open' && mould.phase.is !== 'closed') return null;
  if (!mould.warmed) return isSkipped(state, 'warmMould', mould) ? null : { what: 'first' };
  return mayWarmAgain(state, run, mould, now) ? wantsAgain(state, run, mould, now) : null;
}

/**
 * Whether the cups want nothing more before the match: metal is warmed last, else it would only go
 * cold again.
 */
export const cupsAreReady = ({ state, cups }: AtBench): boolean =>
  cups.every((cup) => cup.fused || isSkipped(state, 'cook', cup));
/** Decides on each mould whose metal wants something: of the run in hand, and of those in step with it. */
export const eachColdMould =
  (decide: (bench: AtBench, mould: MouldState, wants: Wants) => Step | null): Decide =>
  (bench) => {
    if (!bench.run || !cupsAreReady(bench)) return [];
    return inStep(bench.state, bench.run).flatMap((run) => {
      const own = { ...bench, run };
      return mouldsOf(bench.state, run).flatMap((mould) => {
        const wants = wantsOf(own, mould);
        return some(wants && decide(own, mould, wants));
      });
    });
  };
