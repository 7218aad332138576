import { rows } from './query.ts';

/** What each cavity of every mould has made over that mould's newest shots. */
export const sharesOfAll = (
  newest = 60,
): Promise<{ mould: number; cavity: number; good: number; shot: number }[]> =>
  rows(
    `SELECT m.id AS mould, c.cavity, count(*) FILTER (WHERE c.grade = 'good')::int AS good,
            count(*)::int AS shot
       FROM moulds m
       JOIN LATERAL (SELECT session_id, shot FROM shots WHERE mould_id = m.id AND NOT trial
         ORDER BY at DESC LIMIT $1) s ON true
       JOIN cavity_results c USING (session_id, shot)
      WHERE m.retired_at IS NULL
      GROUP BY m.id, c.cavity ORDER BY m.id, c.cavity`,
    [newest],
  );
