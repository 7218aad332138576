import type { SessionState, RunState } from '../state.ts';
import type { CupState } from '../state/cup.ts';

/** A line that is wanted soft lets cups be so many times further apart (judgement). */
const SOFT = 3;
/** K the cups of a run may be apart at the draw. */
export const apartOf = (other: Pick<SessionState, 'snapshot'>, run: RunState): number =>
  other.snapshot.bench.tolerance * (run.job.colourway.line === 'soft' ? SOFT : 1);
/**
 * K hotter a run is shot for each share of its last baits that came short, and at most (handbook
 * §5: +5 to 10 °C).
 */
const HOTTER = { each: 20, most: 7, beside: 8 } as const;
/** K by which the window goes up for what came short in the last two shots of a run, whole. */
export function hotterFor(state: SessionState, run: RunState): number {
  const last = [...state.shots.values()]
    .filter((shot) => shot.job === run.key && shot.markedAt !== null)
    .slice(-2);
  const baits = last.reduce((sum, shot) => sum + shot.cavities.size, 0);
  const short = last.reduce(
    (sum, shot) => sum + [...shot.marks.values()].filter((mark) => mark.fault === 'short').length,
    0,
  );
  return Math.round(Math.min(HOTTER.most, (HOTTER.each * short) / (baits + HOTTER.beside)));
}
/** The next shot of a run is one of its tests. */
export const isTest = ({ tools, done }: Pick<RunState, 'tools' | 'done'>): boolean =>
  // Plans of before had none.
  done < (tools.tries?.shots ?? 0);
/**
 * The window a run is shot in now: what is asked of cups, warned of at a draw and drawn on the
 * scale.
 */
export function windowNow(state: SessionState, run: RunState): { low: number; high: number } {
  // A test is shot at what it is to test.
  if (isTest(run)) return { low: run.tools.tries!.low, high: run.tools.tries!.high };
  const hotter = hotterFor(state, run);
  return { low: run.tools.window.low + hotter, high: run.tools.window.high + hotter };
}
export const isFresh = (cup: CupState, now: number, stale: number): boolean =>
  cup.reading !== null && now - cup.reading.at <= stale * 1000;
/** Gap between the hottest and coldest cup of a job, K; null until all are read. */
export function gapOf(cups: readonly CupState[]): number | null {
  if (cups.some((cup) => !cup.reading)) return null;
  const heats = cups.map((cup) => cup.reading!.celsius);
  return Math.max(...heats) - Math.min(...heats);
}
/** Readings closer than this say more of the thermometer than of the cup, ms. */
const TREND_APART = 10000;
/**
 * How fast a cup's heat is changing between its last two readings, K a minute; null when they do
 * not tell.
 */
export function trendOf(cup: CupState): number | null {
  const { reading, before } = cup;
  if (!reading || !before || reading.stage || before.stage || reading.at - before.at < TREND_APART)
    return null;
  return ((reading.celsius - before.celsius) / (reading.at - before.at)) * 60000;
}
