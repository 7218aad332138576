import { rows } from './query.ts';

/** What came of one cavity of a mould, the oldest first, and when, in s since 1970. */
export interface CavityNewest {
  mould: number;
  cavity: number;
  bad: boolean[];
  sessions: number[];
  seconds: number[];
}
const newestOf = (mould: number, cavity: number): CavityNewest => ({
  mould,
  cavity,
  bad: [],
  sessions: [],
  seconds: [],
});
/**
 * What came of each cavity of a mould, or of every mould, over that mould's newest shots; by mould and
 * cavity.
 */
export async function resultsOf(mould: number | null, newest = 120): Promise<CavityNewest[]> {
  // By shot, and turned round here: to be brought in order for each cavity takes the database twice
  // as long.
  const shots = await rows<{
    mould: number;
    session: number;
    seconds: number;
    cavities: number[];
    bad: boolean[];
  }>(
    `SELECT m.id AS mould, s.session_id AS session, extract(epoch FROM s.at)::int AS seconds,
            array_agg(c.cavity::int) AS cavities, array_agg(c.grade <> 'good') AS bad
       FROM moulds m
       JOIN LATERAL (SELECT session_id, shot, at FROM shots WHERE mould_id = m.id AND NOT trial
         AND marked_at IS NOT NULL ORDER BY at DESC LIMIT $1) s ON true
       JOIN cavity_results c USING (session_id, shot)
      WHERE m.retired_at IS NULL AND ($2::int IS NULL OR m.id = $2)
      GROUP BY m.id, s.session_id, s.shot, s.at ORDER BY m.id, s.at, s.shot`,
    [newest, mould],
  );
  const results = new Map<string, CavityNewest>();
  for (const shot of shots)
    shot.cavities.forEach((cavity, i) => {
      const key = `${shot.mould}/${cavity}`;
      const of = results.get(key) ?? newestOf(shot.mould, cavity);
      of.bad.push(shot.bad[i]!);
      of.sessions.push(shot.session);
      of.seconds.push(shot.seconds);
      results.set(key, of);
    });
  return [...results.values()].sort(
    (one, other) => one.mould - other.mould || one.cavity - other.cavity,
  );
}

/** Sessions by their numbers: when each was opened, and what it is called. */
export const sessionsNamed = (
  ids: readonly number[],
): Promise<{ id: number; name: string; at: Date }[]> =>
  rows('SELECT id, name, opened_at AS at FROM sessions WHERE id = ANY($1::int[])', [ids]);

/** Sessions that are looked at of each thing: the newest. */
const SESSIONS = 30;

/** What came of each mould, session by session, the oldest first. */
export const sharesByMould = (): Promise<
  { thing: number; session: number; at: Date; bad: number; shot: number }[]
> =>
  rows(
    `SELECT thing, session, at, bad, shot FROM (
       SELECT mould_id AS thing, session_id AS session, min(at) AS at,
              (sum(shot) - sum(good))::int AS bad, sum(shot)::int AS shot,
              row_number() OVER (PARTITION BY mould_id ORDER BY min(at) DESC) AS nth
         FROM yield_days GROUP BY mould_id, session_id) x
      WHERE nth <= $1 ORDER BY thing, at`,
    [SESSIONS],
  );

/** Faults a plastisol may make, of all baits shot of each bottle, session by session. */
export const sharesByBottle = (
  faults: readonly string[],
): Promise<{ thing: number; session: number; at: Date; bad: number; shot: number }[]> =>
  rows(
    `SELECT thing, session, at, bad, shot FROM (
       SELECT p.thing, s.session_id AS session, min(s.at) AS at,
              count(*) FILTER (WHERE c.fault = ANY($1::text[]) AND c.grade <> 'good')::int AS bad,
              count(*)::int AS shot
         FROM (SELECT * FROM shots WHERE session_id > (SELECT coalesce(max(id), 0) - $2 FROM sessions)
                AND NOT trial AND marked_at IS NOT NULL) s
         CROSS JOIN LATERAL unnest(s.plastisols) AS p(thing)
         JOIN cavity_results c USING (session_id, shot)
        WHERE array_length(s.plastisols, 1) = 1
        GROUP BY p.thing, s.session_id) x ORDER BY thing, at`,
    [faults, 2 * SESSIONS],
  );

/** What each session taught of things whose keys begin so, the oldest first. */
export const lessonsByKey = (
  prefixes: readonly string[],
): Promise<
  {
    key: string;
    session: number;
    at: Date;
    prior: { mean: number; sd: number };
    posterior: { mean: number; sd: number };
  }[]
> =>
  rows(
    `SELECT key, session, at, prior, posterior FROM (
       SELECT l.key, l.session_id AS session, l.at, l.prior, l.posterior,
              row_number() OVER (PARTITION BY l.key ORDER BY l.at DESC, l.id DESC) AS nth
         FROM lessons l LEFT JOIN lesson_keys k ON k.key = l.key
        WHERE split_part(l.key, '/', 1) = ANY($1::text[])
          AND (k.reset_at IS NULL OR l.at > k.reset_at)) x
      WHERE nth <= $2 ORDER BY key, at`,
    [prefixes, SESSIONS],
  );

/** What a mould was shot with in one session. */
export interface ShotWith {
  session: number;
  whom: string[];
  injectors: number[];
  blocks: number[];
  plastisols: number[];
  mixes: number[];
}
/** What a mould was shot with in a session, and in the one before that it was shot in. */
export const shotWith = (mould: number, session: number): Promise<ShotWith[]> =>
  rows(
    `SELECT d.session_id AS session,
            array_remove(array_agg(DISTINCT d.shot_by), NULL) AS whom,
            array_remove(array_agg(DISTINCT d.injector_id), NULL) AS injectors,
            array_remove(array_agg(DISTINCT d.block_id), NULL) AS blocks,
            array_remove(array_agg(DISTINCT p), NULL) AS plastisols,
            array_remove(array_agg(DISTINCT m), NULL) AS mixes
       FROM yield_days d LEFT JOIN LATERAL unnest(d.plastisols) AS p ON true
       LEFT JOIN LATERAL unnest(d.mixes) AS m ON true
      WHERE d.mould_id = $1 AND d.session_id <= $2
      GROUP BY d.session_id ORDER BY min(d.at) DESC LIMIT 2`,
    [mould, session],
  );
