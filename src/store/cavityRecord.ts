import type { CavityGiven } from '@/core/yield/index.ts';
import { rows } from './query.ts';
import { keptWhile, recordedMark } from './recorded.ts';

/** A day's cavities: of each, how many were shot and how many came good. */
type DayCavities = Record<string, [shot: number, good: number]>;
async function cavityRecordNow(): Promise<CavityGiven[]> {
  // In one piece they are read in half the time that the database takes to sum them.
  const days = await rows<{ mould: number; build: string; cavities: string }>(
    `SELECT mould_id AS mould, build, string_agg(cavities::text, ',') AS cavities FROM yield_days
      WHERE session_id > (SELECT coalesce(max(id), 0) - 60 FROM sessions)
      GROUP BY 1, 2 ORDER BY 1, 2`,
  );
  return days.flatMap(({ mould, build, cavities }) => {
    // Some ten thousand at each ask: each cavity's sums are added to where they stand.
    const sums = new Map<string, CavityGiven>();
    for (const day of JSON.parse(`[${cavities}]`) as DayCavities[])
      for (const key in day) {
        const [shot, good] = day[key]!;
        const held = sums.get(key) ?? { mould, build, cavity: Number(key), good: 0, shot: 0 };
        held.good += good;
        held.shot += shot;
        sums.set(key, held);
      }
    return [...sums.values()];
  });
}
/** What each cavity gave by mould and build, trials apart, over the newest 60 sessions. */
export const cavityRecord = keptWhile(recordedMark, cavityRecordNow);
