import { isShot } from '../build/build.ts';
import { heatCups } from './guard/cups.ts';
import { byHabit, isNever } from './habits.ts';
import type { SessionState } from './state.ts';
import type { Step } from './step.ts';
import { isOf } from './stepKinds.ts';
import { atBench, type AtBench, type Decide } from './steps/atBench.ts';
import { matchPour } from './steps/cups/match.ts';
import { recharge } from './steps/cups/recharge.ts';
import { canShoot } from './steps/filling.ts';
import { STEPS } from './steps/index.ts';
import { moreInserts } from './steps/session/more.ts';
import { injectorOf } from './steps/work.ts';

/** What a run's cups and metal want, in the order makers do it. */
const PREPARE: Decide[] = [
  STEPS.wake,
  STEPS.dose,
  STEPS.degasCold,
  STEPS.cook,
  STEPS.degasBefore,
  STEPS.colour,
  STEPS.degasAfter,
  STEPS.clean,
  STEPS.warmInjector,
  STEPS.readRoom,
  STEPS.readMould,
  STEPS.warmMould,
];
/** From a free mould to what is poured into it by hand, where nothing is shot. */
const POUR: Decide[] = [STEPS.load, STEPS.close, recharge, matchPour, STEPS.pour];
/** From a free mould to the draw, the match last because it goes stale in seconds. */
const LADE: Decide[] = [matchPour, STEPS.pour, STEPS.load, STEPS.close, STEPS.top];
const DRAW: Decide[] = [recharge, STEPS.match, STEPS.draw];

/** When nothing more is to be shot. */
const END: Decide[] = [STEPS.more, STEPS.leftover, STEPS.finish];

const decided = (bench: AtBench, kinds: readonly Decide[]): Step[] =>
  kinds.flatMap((decide) => decide(bench));

/** Steps of several kinds, thing by thing in the order the bench has them. */
function thingByThing(bench: AtBench, things: Iterable<string>, kinds: readonly Decide[]): Step[] {
  const at = new Map([...things].map((thing, i) => [thing, i]));
  const rank = ({ target }: Step): number => at.get(target) ?? 0;
  return decided(bench, kinds).sort((one, other) => rank(one) - rank(other));
}

/** From a free mould to the shot, or to what is poured into it. */
function shotSteps(bench: AtBench): Step[] {
  const { state, run, turn } = bench;
  if (!run || !turn) return [];
  if (!isShot(turn.run.stage)) return decided(bench, POUR);
  if (!injectorOf(state, turn.run)) return [];
  const before = decided(bench, LADE);
  if (canShoot(state, turn)) return [...before, ...STEPS.shoot(bench)];
  // A cup in the oven cannot be drawn from: what is done meanwhile is not the match.
  const inOven = heatCups(state, turn.run).some((cup) => cup.inOven);
  return [...before, ...decided(bench, inOven ? [recharge] : DRAW)];
}
/** What the run in hand wants next: what it came short of, else its cups and metal, then its shot. */
function runSteps(bench: AtBench, isDrawn: boolean): Step[] {
  if (!bench.run) return [];
  const short = moreInserts(bench);
  if (short.length > 0) return short;
  return [...decided(bench, PREPARE), ...(isDrawn ? [] : shotSteps(bench))];
}
/** Shooting what is in the barrels: it cools there, so it comes before anything new. */
function drawnSteps(bench: AtBench): Step[] {
  const { state, turn } = bench;
  return turn && injectorOf(state, turn.run)?.load && canShoot(state, turn) ? shotSteps(bench) : [];
}

/** What is in hand keeps the key until it is done or left; everything else waits its turn after it. */
function heldFirst({ focus }: SessionState, steps: Step[]): Step[] {
  const held = focus
    ? steps.findIndex((step) => step.key === focus.what && step.target === focus.mould)
    : -1;
  return held > 0 ? [steps[held]!, ...steps.filter((_, i) => i !== held)] : steps;
}

/**
 * Everything that could be done now, the most pressing first. The order is the trade's: what is
 * under pressure, then what is drawn and cooling in the barrels, then what is ready to open, then
 * the next mould.
 */
export function steps(state: SessionState, now: number): Step[] {
  const bench = atBench(state, now);
  if (state.phase.is !== 'running') return STEPS.resume(bench);
  const moulds = [...state.moulds.keys()];
  const drawn = drawnSteps(bench);
  const all = [
    ...thingByThing(bench, moulds, [STEPS.hold, STEPS.topOff]),
    ...drawn,
    ...STEPS.stir(bench),
    ...STEPS.secondLook(bench),
    ...STEPS.empty(bench),
    ...thingByThing(bench, moulds, [STEPS.open, STEPS.mark, STEPS.sprue]),
    ...thingByThing(bench, state.shots.keys(), [STEPS.keep, STEPS.tip, STEPS.rack]),
    ...STEPS.trial(bench),
    ...runSteps(bench, drawn.length > 0),
    ...STEPS.heating(bench),
    ...STEPS.cool(bench),
  ];
  const left = bench.run !== null || all.some((step) => isOf(step, 'finishes'));
  return heldFirst(state, byHabit(state, left ? all : [...all, ...decided(bench, END)]));
}
/** The one thing to do now. A step merely waiting comes after anything for the hands. */
export const nextStep = (state: SessionState, now: number): Step | null =>
  steps(state, now)[0] ?? null;

/** The next countdown to run out, for the clock line. */
export function nextDue(state: SessionState): { at: number; what: string } | null {
  const cups = [...state.cups.values()].flatMap((cup) =>
    cup.inOven ? [{ at: cup.inOven.until, what: `${cup.letter} out of the oven` }] : [],
  );
  const due = [...state.moulds.values()].flatMap(({ key, phase, mould: { name } }) => {
    if (phase.is === 'holding') return [{ at: phase.until, what: `let go ${name}` }];
    if (phase.is !== 'cooling') return [];
    const open = { at: phase.readyAt, what: `open ${name}` };
    return phase.toppedOff && !phase.looked && !isNever(state, 'secondLook', key)
      ? [{ at: phase.lookAt, what: `look at ${name}` }, open]
      : [open];
  });
  return [...cups, ...due].sort((one, other) => one.at - other.at)[0] ?? null;
}
