import type { RunState, SessionState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import type { Step } from '../step.ts';
import { cupsInHand } from './cupsInHand.ts';
import { freeMould, runInHand, type Turn } from './work.ts';

/** A bench as it is looked at to decide what comes next. */
export interface AtBench {
  state: SessionState;
  /** bench clock, ms */
  now: number;
  /** what is shot by now; null where nothing is */
  run: RunState | null;
  /** the mould it is shot into next */
  turn: Turn | null;
  /** the cups it is shot from */
  cups: readonly CupState[];
}
/** What a kind of step asks for now, thing by thing; nothing where none wants it. */
export type Decide = (bench: AtBench) => Step[];

export function atBench(state: SessionState, now: number): AtBench {
  const run = runInHand(state);
  return {
    state,
    now,
    run,
    turn: run && freeMould(state, run),
    cups: run ? cupsInHand(state, run) : [],
  };
}

/** One step, or none. */
export const some = (step: Step | null): Step[] => (step ? [step] : []);
/** Decides cup by cup. */
export const eachCup =
  (decide: (bench: AtBench, cup: CupState) => Step | null): Decide =>
  (bench) =>
    bench.cups.flatMap((cup) => decide(bench, cup) ?? []);
/** Decides on each cup that is through and out of the oven. */
export const eachFusedCup = (decide: Parameters<typeof eachCup>[0]): Decide =>
  eachCup((bench, cup) => (cup.fused && !cup.inOven ? decide(bench, cup) : null));
/** Decides on the mould that is filled next. */
export const ofTurn =
  (decide: (bench: AtBench, turn: Turn) => Step | null): Decide =>
  (bench) =>
    some(bench.turn && decide(bench, bench.turn));
