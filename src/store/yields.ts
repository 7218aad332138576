import { rows } from './query.ts';

/** What yields are looked at of: null = all. */
export interface YieldCut {
  mould: number | null;
  bait: number | null;
  build: string | null;
}
/** Shots that are counted: marked ones, of the cut, that were no trials. */
const SHOTS = `FROM shots s JOIN cavity_results c USING (session_id, shot)
  WHERE NOT s.trial AND s.marked_at IS NOT NULL AND ($1::int IS NULL OR s.mould_id = $1)
    AND ($2::int IS NULL OR s.bait_id = $2) AND ($3::text IS NULL OR s.build = $3)`;
const of = ({ mould, bait, build }: YieldCut) => [mould, bait, build];

/** The newest sessions of a cut, the oldest of them first: how many baits, and how many came good. */
export const yieldsBySession = async (
  cut: YieldCut,
  newest: number,
): Promise<{ session: number; name: string; at: Date; shot: number; good: number }[]> =>
  (
    await rows<{ session: number; name: string; at: Date; shot: number; good: number }>(
      `SELECT n.id AS session, n.name, y.at, y.shot, y.good FROM (
         SELECT s.session_id, min(s.at) AS at, count(*)::int AS shot,
           count(*) FILTER (WHERE c.grade = 'good')::int AS good ${SHOTS}
          GROUP BY s.session_id ORDER BY min(s.at) DESC LIMIT $4) y
         JOIN sessions n ON n.id = y.session_id ORDER BY y.at DESC`,
      [...of(cut), newest],
    )
  ).reverse();

/** Faults of a cut over its newest sessions, cavity by cavity. */
export const faultsOf = (
  cut: YieldCut,
  sessions: readonly number[],
): Promise<{ fault: string; cavity: number; count: number }[]> =>
  rows(
    `SELECT coalesce(c.fault, 'not said') AS fault, c.cavity, count(*)::int AS count ${SHOTS}
        AND c.grade <> 'good' AND s.session_id = ANY($4::int[])
      GROUP BY 1, 2 ORDER BY 1, 2`,
    [...of(cut), sessions],
  );
