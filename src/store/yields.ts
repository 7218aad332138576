import type { CutKey, YieldCut } from '@/core/yield/index.ts';
import { FIRST_SHOTS, METAL_BANDS, SEASONS } from '@/core/yield/index.ts';
import { rows } from './query.ts';

/** A value for each of some names, by where each begins; the one that is no number is for the rest. */
const seasonOf = Object.entries(SEASONS)
  .map(([key, { from }]) => `WHEN ${from % 12} THEN '${key}'`)
  .join(' ');
const bandOf = Object.entries(METAL_BANDS)
  .reverse()
  .map(([key, { from }]) =>
    Number.isFinite(from)
      ? `WHEN s.mould_celsius >= ${from} THEN '${key}'`
      : `WHEN s.mould_celsius IS NOT NULL THEN '${key}'`,
  )
  .join(' ');
/** Where each cut stands in a marked shot and its cavities: a new cut is one row. */
const CUTS: Record<CutKey, string> = {
  mould: 's.mould_id',
  bait: 's.bait_id',
  colourway: 's.colourway_id',
  build: 's.build',
  cavity: 'c.cavity',
  season: `CASE 3 * (extract(month FROM s.at)::int % 12 / 3) ${seasonOf} END`,
  metal: `CASE ${bandOf} END`,
  when: `CASE WHEN s.n <= ${FIRST_SHOTS} THEN 'first' ELSE 'later' END`,
};
const KEYS = Object.keys(CUTS) as CutKey[];

/** Cavities of marked shots of a cut that were no trials, with what is bound to it. */
function shotsOf(cut: YieldCut): { from: string; bound: unknown[] } {
  const asked = KEYS.filter((key) => cut[key] !== undefined);
  const is = asked.map((key, nth) => `AND ${CUTS[key]} = $${nth + 1}`).join(' ');
  return {
    from: `FROM shots s JOIN cavity_results c USING (session_id, shot)
      WHERE NOT s.trial AND s.marked_at IS NOT NULL ${is}`,
    bound: asked.map((key) => cut[key]),
  };
}

/** The newest sessions of a cut, the oldest of them first: how many baits, and how many came good. */
export async function yieldsBySession(
  cut: YieldCut,
  newest: number,
): Promise<{ session: number; name: string; at: Date; shot: number; good: number }[]> {
  const { from, bound } = shotsOf(cut);
  const found = await rows<{ session: number; name: string; at: Date; shot: number; good: number }>(
    `SELECT n.id AS session, n.name, y.at, y.shot, y.good FROM (
       SELECT s.session_id, min(s.at) AS at, count(*)::int AS shot,
         count(*) FILTER (WHERE c.grade = 'good')::int AS good ${from}
        GROUP BY s.session_id ORDER BY min(s.at) DESC LIMIT $${bound.length + 1}) y
       JOIN sessions n ON n.id = y.session_id ORDER BY y.at DESC`,
    [...bound, newest],
  );
  return found.reverse();
}

/** Faults of a cut over some sessions, cavity by cavity. */
export function faultsOf(
  cut: YieldCut,
  sessions: readonly number[],
): Promise<{ fault: string; cavity: number; count: number }[]> {
  const { from, bound } = shotsOf(cut);
  return rows(
    `SELECT coalesce(c.fault, 'not said') AS fault, c.cavity, count(*)::int AS count ${from}
        AND c.grade <> 'good' AND s.session_id = ANY($${bound.length + 1}::int[])
      GROUP BY 1, 2 ORDER BY 1, 2`,
    [...bound, sessions],
  );
}

/** What each cavity of a cut gave over some sessions. */
export function cavitiesOf(
  cut: YieldCut,
  sessions: readonly number[],
): Promise<{ cavity: number; shot: number; good: number }[]> {
  const { from, bound } = shotsOf(cut);
  return rows(
    `SELECT c.cavity, count(*)::int AS shot, count(*) FILTER (WHERE c.grade = 'good')::int AS good
       ${from} AND s.session_id = ANY($${bound.length + 1}::int[]) GROUP BY 1 ORDER BY 1`,
    [...bound, sessions],
  );
}
