import type { CupId } from '../plan/cupId.ts';
import { shotHeat } from '../plan/heat.ts';
import type { PlannedDraw } from '../plan/laid.ts';
import type { Run } from '../plan/run.ts';
import { cupsOf, type Evening } from './evening.ts';
import { laneKey } from './lanes.ts';
import type { Step, Work } from './schedule.ts';

/** Its moulds loaded, closed, clamped, TOP seen. */
export function closing(evening: Evening, run: Run, draw: PlannedDraw, after: string[]): Work {
  return {
    key: `closed ${draw.n}`,
    after,
    of: { run: run.key, draw: draw.n },
    steps: evening.begunIn(draw).flatMap((shot): Step[] => {
      const lane = laneKey('mould', shot.mould);
      const pace = evening.paces.get(shot.mould)!;
      return [
        { act: 'rested', wants: [[lane]], seconds: (from) => pace.rest(run, from) },
        ...(run.stage.takes === null ? [] : [evening.byHand('inserted', [lane], pace.cavities)]),
        evening.byHand('closed', [lane]),
        evening.byHand('topChecked', [lane]),
      ];
    }),
  };
}

/** s of a burst after which a cup is stirred (a judgement, from scorching). */
const LONGEST_BURST = 75;

/**
 * Looks that bringing cups together takes: one at each, one more for each two of them, since what is
 * seen to lets the other go cold, and half a one; on to inserts they are drawn near their limit and
 * looked at before their last burst, too (habit of the advice: judgements, of 100 draws by it).
 */
export const matchLooks = (cups: number, onInserts: boolean): number =>
  (cups * (cups + 1)) / 2 + 0.5 + (onInserts ? 1 : 0);

/**
 * Its cups brought together, from when its moulds may be seen to: a burst each, longer where one stood
 * since it was last drawn from, and looks.
 */
export function matched(evening: Evening, run: Run, draw: PlannedDraw, after: string[]): Work[] {
  const cups = cupsOf(draw);
  const shot = shotHeat(run.tools);
  const warm = (cup: CupId) => (at: number, lanes: readonly string[]) => {
    const pace = evening.cupPaces.get(cup)!;
    const seconds = pace.warm(at, {
      ml: () => pace.holds(draw, evening.draws),
      shot,
      oven: evening.ovenIn(lanes),
    });
    // A long one is given in bursts, stirred and read between.
    return seconds + Math.floor(seconds / LONGEST_BURST) * evening.look;
  };
  const closed = `closed ${draw.n}`;
  return cups.flatMap((cup, nth): Work[] => {
    const of = { run: run.key, draw: draw.n, cup };
    const burst: Step = {
      act: 'matching',
      wants: [evening.ovens, [laneKey('cup', cup)]],
      seconds: warm(cup),
    };
    const look: Step = {
      act: 'matchLook',
      wants: [evening.handsFor('matchLook'), [laneKey('cup', cup)]],
      seconds: (matchLooks(cups.length, run.stage.takes !== null) / cups.length) * evening.look,
    };
    const key = `matched ${draw.n} ${cup}`;
    // As many as there are ovens go in while hands are at the moulds, to come out as they are closed;
    // where inserts are laid first they would be cold again by then.
    if (nth >= evening.ovens.length || run.stage.takes !== null)
      return [{ key, after: [closed], of, steps: [burst, look] }];
    const early = `early ${draw.n} ${cup}`;
    return [
      { key: early, after, of, steps: [burst] },
      { key, after: [closed, early], of, steps: [look] },
    ];
  });
}
