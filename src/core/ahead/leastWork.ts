import { type Run, runsOf, sizesOf } from '../plan/run.ts';
import type { ActKey } from '../tape/acts.ts';
import { laneKey } from '../tape/lanes.ts';
import type { LaidStep } from '../tape/schedule.ts';
import { chanceOfEnough, type YieldGuess } from '../yield/spares.ts';
import type { Worked } from './takes.ts';

type Session = Exclude<Worked, { refused: string }>;
/** The hands that shoot: with others beside them, what those may do is left out. */
const SHOOTS = laneKey('hands', 1);
const handSeconds = (steps: readonly LaidStep[]): number =>
  steps
    .filter(({ lanes }) => lanes.includes(SHOOTS))
    .reduce((sum, { from, to }) => sum + to - from, 0);

/** Shots for each bait wanted beyond which so few come good that none is looked for (judgement). */
const MANY = 20;
/**
 * Baits wanted that a shot serves at the most, spares shot as the planner does: over jobs of up to so
 * many baits, the one that is served best.
 * @example mostServed({ share: 1, strength: 20 }, { cavities: 8, most: 24, confidence: 0.8 }) → 8
 */
export function mostServed(
  guess: YieldGuess,
  { cavities, most, confidence }: { cavities: number; most: number; confidence: number },
): number {
  let [best, wanted] = [0, 0];
  for (let shots = 1; wanted < most && shots <= MANY * most; shots++) {
    const isEnough = (baits: number) =>
      chanceOfEnough(baits, shots * cavities, guess) >= confidence;
    while (wanted < most && wanted < shots * cavities && isEnough(wanted + 1)) wanted += 1;
    best = Math.max(best, wanted / shots);
  }
  return best;
}

/** What baits of one kind take hands at the least. */
export interface LeastWork {
  /** s for each shot, the inserts it takes with it */
  perShot: number;
  /** s that make each of its mixes ready once, by the mix's number */
  ready: readonly [mix: number, seconds: number][];
}
const largest = ({ tools }: Run): number => Math.max(...sizesOf(tools.moulds));

/** Acts that are once a draw, however many shots it serves. */
const OF_DRAW: ReadonlySet<ActKey> = new Set<ActKey>(['matchLook', 'drawn', 'emptied']);

/** Acts that make a cup ready, each of which it wants once at the least. */
const READY = ['woken', 'charged', 'coloured', 'cookLook'] as const;

/** What the session of one piece says of the least that baits of its kind take. */
export function leastWork({ input, plan, laid }: Session): LeastWork {
  const runs = runsOf(input.jobs[0]!);
  const last = runs.at(-1)!;
  const perShot = ({ key }: Run): number => {
    const planned = plan.runs.find((run) => run.key === key)!;
    const shots = plan.shots.filter(({ job }) => job === key).length;
    const draws = plan.draws.filter(({ job }) => job === key).length;
    if (shots === 0) return 0;
    // Its draws and shots: what comes before them is done once for many.
    const own = laid.steps.filter(
      ({ work: { of } }) => of.run === key && (of.draw !== undefined || of.shot !== undefined),
    );
    const [ofDraws, ofShots] = [true, false].map((is) =>
      handSeconds(own.filter(({ act }) => OF_DRAW.has(act) === is)),
    );
    // In a longer job each draw serves as many as it can.
    const drawn = planned.drawsPerShot / planned.shotsPerDraw;
    return ofShots! / shots + (drawn * ofDraws!) / draws;
  };
  // Every bait that is shot takes an insert; where some lie there already, none may be made.
  const inserts = runs
    .slice(0, -1)
    .filter((maker) =>
      runs.some(({ stage, tools }) => stage.takes === maker.stage.key && tools.fromShelf === 0),
    )
    .map((maker) => (perShot(maker) * largest(last)) / largest(maker));
  return {
    perShot: inserts.reduce((sum, one) => sum + one, perShot(last)),
    ready: input.cups.map(({ id, mix }) => [
      mix,
      READY.reduce((sum, act) => {
        const step = laid.steps.find((one) => one.act === act && one.work.of.cup === id);
        return sum + (step ? handSeconds([step]) : 0);
      }, 0),
    ]),
  };
}
