import type { Flow } from '../shot/recirculation.ts';
import { inTurns, runsInStep } from './inStep.ts';
import type { Laid, PlannedDraw, PlannedShot } from './laid.ts';
import type { Run } from './run.ts';

/** A run, and what is laid of it by itself. */
export interface LaidRun {
  run: Run;
  laid: Laid;
}
/** Shots, draws and flows of a session in the order they come. */
export interface InTurns {
  shots: PlannedShot[];
  draws: PlannedDraw[];
  flows: Flow[];
  /** number of the draw each flow belongs to */
  flowDraws: number[];
}

/** A flow of a run, with where it stands among those of its run. */
interface OfRun {
  of: Laid;
  nth: number;
}
/** Draws that belong together, as a mould that several fill has them, with their flows. */
interface Turn {
  draws: PlannedDraw[];
  flows: OfRun[];
}

/** The flows of a run by the number of the draw they belong to. */
function flowsByDraw(laid: Laid): Map<number, OfRun[]> {
  const flows = new Map<number, OfRun[]>();
  laid.flowDraws.forEach((draw, nth) => {
    const own = flows.get(draw);
    if (own) own.push({ of: laid, nth });
    else flows.set(draw, [{ of: laid, nth }]);
  });
  return flows;
}

/** The draws of a run, those that serve one mould together. */
function turnsOf(laid: Laid): Turn[] {
  const turns: Turn[] = [];
  const flowsOf = flowsByDraw(laid);
  for (const draw of laid.draws) {
    const last = turns.at(-1)?.draws.at(-1);
    const flows = flowsOf.get(draw.n) ?? [];
    const goesOn = last?.shots.some((shot) => draw.shots.includes(shot)) ?? false;
    if (goesOn) {
      turns.at(-1)!.draws.push(draw);
      turns.at(-1)!.flows.push(...flows);
    } else turns.push({ draws: [draw], flows });
  }
  return turns;
}

/**
 * Flows in their new order: what comes back from a mould is there for the same draw of its own run as
 * before, however many of others come between.
 */
function flowsIn(turns: readonly Turn[]): Flow[] {
  const all = turns.flatMap(({ flows }) => flows);
  const at = new Map<Laid, number[]>();
  all.forEach(({ of, nth }, place) => {
    const places = at.get(of) ?? [];
    places[nth] = place;
    at.set(of, places);
  });
  return all.map(({ of, nth }, place) => {
    const flow = of.flows[nth]!;
    const places = at.get(of)!;
    const last = places.length - 1;
    const back = Math.min(nth + flow.lag, last);
    return { ...flow, lag: places[back]! - place + (nth + flow.lag - back) };
  });
}

/** The one run of a session: as it was laid by itself, from one on. */
const alone = ({ shots, draws, flows, flowDraws }: Laid): InTurns => ({
  shots,
  draws,
  flows,
  flowDraws,
});

/**
 * Runs of a session in the order they are shot: one after the other, and by turns where they go on in
 * step. Shots and draws are numbered anew from one.
 */
export function layInTurns(runs: readonly LaidRun[]): InTurns {
  const [only, ...others] = runs;
  if (only && others.length === 0) return alone(only.laid);
  const laidOf = new Map(runs.map(({ run, laid }) => [run.key, laid]));
  const groups = runsInStep(runs.map(({ run }) => run));
  const turns = groups.flatMap((group) =>
    inTurns(group.map(({ key }) => turnsOf(laidOf.get(key)!))),
  );
  const inOrder = turns.flatMap(({ draws }) => draws);
  const drawNumber = new Map(inOrder.map(({ n: was }, nth) => [was, nth + 1]));
  const shotByNumber = new Map(
    runs.flatMap(({ laid }) => laid.shots.map((shot) => [shot.n, shot] as const)),
  );
  const shotNumber = new Map<number, number>();
  for (const shot of inOrder.flatMap(({ shots }) => shots))
    if (!shotNumber.has(shot)) shotNumber.set(shot, shotNumber.size + 1);
  return {
    shots: [...shotNumber].map(([was, number]) => ({ ...shotByNumber.get(was)!, n: number })),
    draws: inOrder.map((draw) => ({
      ...draw,
      n: drawNumber.get(draw.n)!,
      shots: draw.shots.map((shot) => shotNumber.get(shot)!),
    })),
    flows: flowsIn(turns),
    flowDraws: turns
      .flatMap(({ flows }) => flows)
      .map(({ of, nth }) => drawNumber.get(of.flowDraws[nth]!)!),
  };
}
