import type { Range } from '../tape/cookingTime.ts';
import type { TimingKnown } from '../tape/hands.ts';
import { layEvening } from '../tape/layEvening.ts';
import { type Block, type Tape, tapeOf } from '../tape/tape.ts';
import { timingOf } from '../tape/timing.ts';
import { laneKey } from '../tape/lanes.ts';
import { planAndAlso } from './planAndAlso.ts';
import { restOfPlan } from './restOfPlan.ts';
import type { SessionState } from './state.ts';
import { worked } from './summary.ts';

/** A session on its tape while it is shot: what is behind it as it was noted, the rest as it will go. */
export interface OnTape {
  tape: Tape;
  /** s worked so far: where the needle stands */
  now: number;
  /** s from the start until it ends, and what its plan said at the start */
  ends: Range;
  planned: Range;
  /** shots that were taken on since, and cannot be worked out any more: they are not in it */
  beyond: number;
  /** when it would end without its last job; null where there is one job, or it has begun */
  without: { job: string; name: string; ends: number } | null;
}

/** What a session is timed by, with what is known of the bench it stands on. */
const knownFor = (
  { snapshot, roomCelsius, oven }: SessionState,
  { hands, pairs }: BenchHands,
): TimingKnown => ({
  ovens: [...snapshot.heat.ovens].sort(
    (one, other) => Number(other.id === oven.id) - Number(one.id === oven.id),
  ),
  pairs,
  hands,
  learned: snapshot.heat.learned,
  room: roomCelsius ?? USUAL_ROOM,
});
/** °C of a shop whose room nobody read (a judgement). */
const USUAL_ROOM = 18;
export interface BenchHands {
  hands: TimingKnown['hands'];
  pairs: number;
}

/** s of the hands that a shot in a mould is drawn for where its end was not noted. */
const DRAW = 60;
/** What was noted, as blocks: shots in their moulds, draws in their injectors. */
function behind({ shots, draws, openedAt, pausedMs }: SessionState, now: number): Block[] {
  const at = (moment: number) => Math.min(now, Math.max(0, (moment - openedAt - pausedMs) / 1000));
  const none = { run: null, draw: null, shot: null, cup: null };
  const all = [
    ...[...shots.values()].map((shot): Block => ({
      ...none,
      ...{ lane: laneKey('mould', shot.mould), act: 'cooling', run: shot.job, shot: shot.n },
      from: at(shot.at),
      to: shot.openedAt === null ? now : at(shot.openedAt),
    })),
    ...[...draws.values()].map((draw): Block => ({
      ...none,
      ...{ lane: laneKey('injector', draw.injector), act: 'drawn', run: draw.job, draw: draw.n },
      from: at(draw.at),
      to: Math.min(now, at(draw.at) + DRAW),
    })),
  ];
  // Before a break the clock of what was worked went otherwise: that is not drawn.
  return all.filter(({ from, to }) => to > from);
}

/** Baits that lie on the rack already. */
const onRack = ({ shots }: SessionState): number =>
  [...shots.values()]
    .filter(({ rackedAt, trial, stage }) => rackedAt !== null && !trial && stage.makes === 'bait')
    .reduce((sum, { cavities }) => sum + cavities.size, 0);

/** The rest of a tape, moved to where the needle stands, on to what lies on the rack. */
function moved(tape: Tape, by: number, baits: number): Tape {
  return {
    ...tape,
    blocks: tape.blocks.map((block) => ({ ...block, from: block.from + by, to: block.to + by })),
    cups: tape.cups.map((line) => ({
      ...line,
      level: line.level.map((point) => ({ ...point, at: point.at + by })),
      heat: line.heat.map((point) => ({ ...point, at: point.at + by })),
    })),
    racked: tape.racked.map((point) => ({ at: point.at + by, baits: point.baits + baits })),
    ends: tape.ends + by,
  };
}

/** The rest of a session without the job it would shoot last, where nothing of that was shot. */
function withoutLast(
  state: SessionState,
  { plan: whole, input }: ReturnType<typeof planAndAlso>,
  known: TimingKnown,
  now: number,
): OnTape['without'] {
  const { jobs } = input;
  const last = jobs.at(-1);
  if (!last || jobs.length < 2) return null;
  const own = [...state.runs.values()].filter(({ job }) => job.key === last.key);
  if (own.length === 0 || own.some(({ done, trialsDone }) => done + trialsDone > 0)) return null;
  if (own.every(({ target, trials }) => target + trials === 0)) return null;
  const runs = new Map(
    [...state.runs].map(([key, run]) => [
      key,
      run.job.key === last.key ? { ...run, target: 0, trials: 0 } : run,
    ]),
  );
  const { plan, begun } = restOfPlan({ ...state, runs }, now, whole);
  const { ends } = layEvening(plan, input, known, begun);
  const name = `${last.bait.name}, ${last.colourway.name}`;
  return { job: last.key, name, ends: worked(state, now) + ends };
}

/**
 * Where a session stands on its tape: what is behind it, the rest laid anew from now on by what the
 * bench holds, and when it will end.
 */
export function onTape(state: SessionState, bench: BenchHands, now: number): OnTape {
  const known = knownFor(state, bench);
  const whole = planAndAlso(state);
  const { plan, begun } = restOfPlan(state, now, whole.plan);
  const laid = layEvening(plan, whole.input, known, begun);
  const at = worked(state, now);
  const rest = timingOf(laid).all;
  const { input: begunWith, plan: planned } = state.snapshot;
  const first = layEvening(planned, begunWith, known);
  const all = state.also.length > 0 ? layEvening(whole.plan, whole.input, known) : first;
  const tape = moved(tapeOf(laid), at, onRack(state));
  const before = behind(state, at);
  const inPlan = new Set(whole.plan.runs.map(({ key }) => key));
  return {
    tape: { ...tape, lanes: tapeOf(all).lanes, blocks: [...before, ...tape.blocks] },
    now: at,
    ends: { low: at + rest.low, mid: at + rest.mid, high: at + rest.high },
    planned: timingOf(first).all,
    beyond: [...state.runs.values()]
      .filter(({ key }) => !inPlan.has(key))
      .reduce((sum, { target, done }) => sum + Math.max(0, target - done), 0),
    without: withoutLast(state, whole, known, now),
  };
}
