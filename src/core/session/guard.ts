import { layersOf } from '../build/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { degrees, say } from '../quantity/index.ts';
import type { CupState, JobState, MouldState, SessionState } from './state.ts';

/** What the bench says before a draw or a shot. It advises and notes; it never stops hot plastic. */
export interface Warning {
  code: keyof typeof WARNINGS;
  sentence: string;
}

export const WARNINGS = {
  unread: 'heat not read',
  stale: 'reading gone stale',
  cold: 'under the window',
  hot: 'over the window',
  unmatched: 'unmatched',
  unfused: 'never reached fusion',
  uncoloured: 'colour not finished',
  open: 'not closed',
  unclamped: 'unclamped',
  gap: 'gap seen',
  loose: 'loose part not in',
  unseenTop: 'TOP not looked at',
  upsideDown: 'upside down',
  coldMould: 'mould not warmed',
} as const;

export const cupsOf = (state: SessionState, job: JobState): CupState[] =>
  [...new Set(layersOf(job.job.build).map((l) => String(job.job.layers[l.key])))].map((key) => state.cups.get(key)).filter((c): c is CupState => c !== undefined);

export const isFresh = (cup: CupState, now: number, stale: number): boolean => cup.reading !== null && now - cup.reading.at <= stale * 1000;

/** Gap between the hottest and coldest cup of a job, K; null until all are read. */
export function gapOf(cups: CupState[]): number | null {
  if (cups.some((c) => !c.reading)) return null;
  const heats = cups.map((c) => c.reading!.celsius);
  return Math.max(...heats) - Math.min(...heats);
}

/** What is wrong with drawing these cups now. */
export function drawWarnings(state: SessionState, job: JobState, now: number): Warning[] {
  const { units, bench } = state.snapshot;
  const cups = cupsOf(state, job);
  const out: Warning[] = [];
  for (const cup of cups) {
    const { letter, reading } = cup;
    if (!reading) out.push({ code: 'unread', sentence: `${letter} has not been read.` });
    else if (!isFresh(cup, now, bench.stale)) out.push({ code: 'stale', sentence: `${letter} was read ${Math.round((now - reading.at) / 1000)} s ago; it has cooled since.` });
    if (reading && reading.high < job.job.window.low) out.push({ code: 'cold', sentence: `${letter} is ${below(job.job.window.low - reading.celsius, units)} under the window.` });
    if (reading && reading.low > job.job.window.high) out.push({ code: 'hot', sentence: `${letter} is ${below(reading.celsius - job.job.window.high, units)} over the window.` });
    if (!cup.fused) out.push({ code: 'unfused', sentence: `${letter} has not been seen at 177 °C or clear since it was charged.` .replace('177 °C', say(177, 'temperature', units)) });
    if (!cup.coloured) out.push({ code: 'uncoloured', sentence: `${letter} is not marked as coloured.` });
  }
  const gap = gapOf(cups);
  if (cups.length > 1 && gap !== null && gap > bench.tolerance) {
    out.push({ code: 'unmatched', sentence: `${cups.map((c) => c.letter).join(' and ')} are ${below(gap, units)} apart; ${below(bench.tolerance, units)} is allowed.` });
  }
  return out;
}

const below = (kelvin: number, units: ShopUnits): string => `${say(kelvin, 'difference', units, 0).split(' ')[0]}°`;

/** What is wrong with shooting into this mould now. */
export function mouldWarnings(state: SessionState, m: MouldState, laminated: boolean): Warning[] {
  const { units } = state.snapshot;
  const { mould } = m;
  const out: Warning[] = [];
  if (m.phase === 'open') out.push({ code: 'open', sentence: `${mould.name} is not closed.` });
  else if (m.closures < mould.closures) out.push({ code: 'unclamped', sentence: `${mould.name} has ${m.closures} of its ${mould.closures} closures on.` });
  if (m.gaps.length > 0) out.push({ code: 'gap', sentence: `${mould.name}: a gap shows on the ${m.gaps.join(' and ')}. It will flash.` });
  if (mould.loose.length > 0 && m.phase !== 'open' && !m.looseIn) out.push({ code: 'loose', sentence: `${mould.name}: ${mould.loose.join(', ')} not in.` });
  if (laminated && m.top === 'unseen') out.push({ code: 'unseenTop', sentence: `TOP of ${mould.name} has not been looked at.` });
  if (m.top === 'wrong') out.push({ code: 'upsideDown', sentence: `The block stands the wrong way over ${mould.name}: back and belly would change places.` });
  if (!m.warmed) out.push({ code: 'coldMould', sentence: `${mould.name} was not warmed; it likes ${degrees(mould.warmTo, units)}.` });
  return out;
}

/** Readings closer than this say more of the thermometer than of the cup, ms. */
const TREND_APART = 10_000;

/** How fast a cup's heat is changing between its last two readings, K a minute; null when they do not tell. */
export function trendOf(cup: CupState): number | null {
  const { reading, before } = cup;
  if (!reading || !before || reading.stage || before.stage || reading.at - before.at < TREND_APART) return null;
  return ((reading.celsius - before.celsius) / (reading.at - before.at)) * 60_000;
}
