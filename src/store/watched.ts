import { rows } from './query.ts';

/** What came of each cavity of every mould over that mould's newest shots, the oldest first. */
export const resultsOfAll = (
  newest = 120,
): Promise<{ mould: number; cavity: number; bad: boolean[]; sessions: number[] }[]> =>
  rows(
    `SELECT m.id AS mould, c.cavity, array_agg(c.grade <> 'good' ORDER BY s.at, s.shot) AS bad,
            array_agg(s.session_id ORDER BY s.at, s.shot) AS sessions
       FROM moulds m
       JOIN LATERAL (SELECT session_id, shot, at FROM shots WHERE mould_id = m.id AND NOT trial
         AND marked_at IS NOT NULL ORDER BY at DESC LIMIT $1) s ON true
       JOIN cavity_results c USING (session_id, shot)
      WHERE m.retired_at IS NULL
      GROUP BY m.id, c.cavity ORDER BY m.id, c.cavity`,
    [newest],
  );

/** Sessions by their numbers: when each was opened, and what it is called. */
export const sessionsNamed = (
  ids: readonly number[],
): Promise<{ id: number; name: string; at: Date }[]> =>
  rows('SELECT id, name, opened_at AS at FROM sessions WHERE id = ANY($1::int[])', [ids]);
