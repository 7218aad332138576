import { changePoint } from './changePoint.ts';
import { goneBad, watchFor, type Watching } from './cusum.ts';

/** What came of one cavity, shot by shot, the oldest first. */
export interface CavityResults {
  cavity: number;
  /** whether its bait did not come good */
  bad: readonly boolean[];
  /** session each was of */
  sessions: readonly number[];
}
/** A cavity that has gone bad. */
export interface CavityGoneBad {
  cavity: number;
  /** the session it likely began in; null = it was so at the first that is looked at */
  since: number | null;
  /** of so many results since */
  bad: number;
  shot: number;
}

/** Shots of a mould between two false alarms, in the mean, whichever cavity they are of. */
const FALSE_ALARM = 500;
/** Shares bad a cavity is watched from: fewer would call two bad baits bad, more cannot double. */
const WATCHED = { least: 0.02, most: 0.4, step: 0.01 } as const;

/** Ways of watching, by share and how seldom they may be wrong: each is some work to find. */
const known = new Map<string, Watching | null>();
function watching(share: number, cavities: number): Watching | null {
  const { least, most, step } = WATCHED;
  const rounded = step * Math.round(Math.min(most, Math.max(least, share)) / step);
  const key = `${rounded.toFixed(2)}/${cavities}`;
  if (!known.has(key)) known.set(key, watchFor(rounded, FALSE_ALARM * cavities));
  return known.get(key) ?? null;
}

/** Share bad of a mould's middle cavity: one that has gone bad does not make its own rule. */
function usual(all: readonly CavityResults[]): number {
  const shares = all
    .filter(({ bad }) => bad.length > 0)
    .map(({ bad }) => bad.filter(Boolean).length / bad.length)
    .sort((one, other) => one - other);
  const middle = (shares.length - 1) / 2;
  return (shares[Math.floor(middle)]! + shares[Math.ceil(middle)]!) / 2;
}

/**
 * Cavities of one mould that do twice as badly as its middle one or worse, and have not come back:
 * by a CUSUM each, that is wrong once in {@link FALSE_ALARM} shots of the mould.
 */
export function cavitiesGoneBad(all: readonly CavityResults[]): CavityGoneBad[] {
  const how = all.some(({ bad }) => bad.length > 0) ? watching(usual(all), all.length) : null;
  if (!how) return [];
  return all.flatMap(({ cavity, bad: results, sessions }) => {
    if (!goneBad(results, how)) return [];
    const began = changePoint(results);
    const since = results.slice(began);
    return [
      {
        cavity,
        since: began === 0 ? null : sessions[began]!,
        bad: since.filter(Boolean).length,
        shot: since.length,
      },
    ];
  });
}
