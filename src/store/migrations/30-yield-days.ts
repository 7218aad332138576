/**
 * What a shot was shot under, and made of and with; and what came good day by day for every cut of
 * it, so that ten years are looked through at once. Both are made again from the log.
 */
export default {
  name: '30-yield-days',
  sql: `
    ALTER TABLE shots
      ADD COLUMN conditions jsonb,
      ADD COLUMN injector_id int,
      ADD COLUMN block_id int,
      ADD COLUMN shot_by text,
      ADD COLUMN mixes int[] NOT NULL DEFAULT '{}',
      ADD COLUMN grades text[] NOT NULL DEFAULT '{}',
      ADD COLUMN plastisols int[] NOT NULL DEFAULT '{}',
      ADD COLUMN heat_band text,
      ADD COLUMN metal_band text,
      ADD COLUMN place_band text,
      ADD COLUMN when_band text,
      ADD COLUMN test boolean NOT NULL DEFAULT false;
    CREATE INDEX shots_without_conditions ON shots (session_id)
      WHERE conditions IS NULL AND marked_at IS NOT NULL;
    CREATE INDEX cavity_results_bad ON cavity_results (session_id, shot) WHERE grade <> 'good';
    CREATE TABLE yield_days (
      session_id int NOT NULL REFERENCES sessions,
      at timestamptz NOT NULL,
      mould_id int NOT NULL,
      bait_id int NOT NULL,
      colourway_id int NOT NULL,
      build text NOT NULL,
      injector_id int,
      block_id int,
      shot_by text,
      mixes int[] NOT NULL,
      grades text[] NOT NULL,
      plastisols int[] NOT NULL,
      heat_band text,
      metal_band text,
      place_band text,
      when_band text,
      shot int NOT NULL,
      good int NOT NULL,
      cavities jsonb NOT NULL);
    CREATE INDEX yield_days_session ON yield_days (session_id, mould_id);
    CREATE INDEX yield_days_at ON yield_days (at DESC);
    CREATE FUNCTION sum_yields(session int, mould int) RETURNS void LANGUAGE sql AS $$
      DELETE FROM yield_days WHERE session_id = session AND mould_id = mould;
      INSERT INTO yield_days
        SELECT session_id, min(at), mould_id, bait_id, colourway_id, build, injector_id, block_id,
          shot_by, mixes, grades, plastisols, heat_band, metal_band, place_band, when_band,
          sum(shot), sum(good), jsonb_object_agg(cavity, jsonb_build_array(shot, good, usable))
        FROM (
          SELECT s.session_id, min(s.at) AS at, s.mould_id, s.bait_id, s.colourway_id, s.build,
            s.injector_id, s.block_id, s.shot_by, s.mixes, s.grades, s.plastisols, s.heat_band,
            s.metal_band, s.place_band, s.when_band, c.cavity, count(*) AS shot,
            count(*) FILTER (WHERE c.grade = 'good') AS good,
            count(*) FILTER (WHERE c.grade = 'usable') AS usable
          FROM shots s JOIN cavity_results c USING (session_id, shot)
          WHERE s.session_id = session AND s.mould_id = mould AND NOT s.trial
            AND s.marked_at IS NOT NULL
          GROUP BY s.session_id, s.mould_id, s.bait_id, s.colourway_id, s.build, s.injector_id,
            s.block_id, s.shot_by, s.mixes, s.grades, s.plastisols, s.heat_band, s.metal_band,
            s.place_band, s.when_band, c.cavity) each
        GROUP BY session_id, mould_id, bait_id, colourway_id, build, injector_id, block_id,
          shot_by, mixes, grades, plastisols, heat_band, metal_band, place_band, when_band $$;
    UPDATE shots SET when_band = CASE WHEN n <= 2 THEN 'first' ELSE 'later' END;
    SELECT sum_yields(session_id, mould_id) FROM (SELECT DISTINCT session_id, mould_id FROM shots) x;`,
};
