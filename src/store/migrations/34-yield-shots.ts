/**
 * A day's sum also has at what heats its shots were shot, and which of them came out bad: what lies
 * behind a fault is looked for without going through ten years of shots.
 */
export default {
  name: '34-yield-shots',
  sql: `
    ALTER TABLE yield_days
      ADD COLUMN heats json NOT NULL DEFAULT '[]',
      ADD COLUMN bad json NOT NULL DEFAULT '[]';
    CREATE OR REPLACE FUNCTION sum_yields(session int, mould int) RETURNS void LANGUAGE sql AS $$
      DELETE FROM yield_days WHERE session_id = session AND mould_id = mould;
      WITH own AS (
        SELECT s.*, floor((s.conditions->>'heat')::float8)::int AS heat,
          floor((s.conditions->>'metal')::float8)::int AS metal,
          row(s.bait_id, s.colourway_id, s.build, s.injector_id, s.block_id, s.shot_by, s.mixes,
            s.grades, s.plastisols, s.heat_band, s.metal_band, s.place_band, s.when_band)::text
            AS cut
        FROM shots s WHERE s.session_id = session AND s.mould_id = mould AND NOT s.trial
          AND s.marked_at IS NOT NULL),
      results AS (
        SELECT o.cut, o.shot, o.heat, o.metal, c.cavity, c.grade,
          coalesce(c.fault, 'not said') AS fault
        FROM own o JOIN cavity_results c USING (session_id, shot)),
      each_cavity AS (
        SELECT cut, cavity, count(*) AS shot, count(*) FILTER (WHERE grade = 'good') AS good,
          count(*) FILTER (WHERE grade = 'usable') AS usable
        FROM results GROUP BY cut, cavity),
      each_heat AS (SELECT cut, heat, metal, count(*) AS shots FROM own GROUP BY cut, heat, metal),
      each_bad AS (
        SELECT cut, shot, fault, json_agg(cavity ORDER BY cavity) AS cavities, heat, metal
        FROM results WHERE grade <> 'good' GROUP BY cut, shot, fault, heat, metal),
      heats AS (
        SELECT cut,
          json_agg(json_build_array(heat, metal, shots) ORDER BY heat, metal) AS heats FROM each_heat
        GROUP BY cut),
      bad AS (
        SELECT cut, json_agg(json_build_array(fault, cavities, heat, metal)
          ORDER BY shot, fault) AS bad
        FROM each_bad GROUP BY cut),
      sums AS (
        SELECT cut, sum(shot) AS shot, sum(good) AS good,
          jsonb_object_agg(cavity, jsonb_build_array(shot, good, usable)) AS cavities
        FROM each_cavity GROUP BY cut),
      first AS (SELECT DISTINCT ON (cut) * FROM own ORDER BY cut, at)
      INSERT INTO yield_days
        SELECT f.session_id, f.at, f.mould_id, f.bait_id, f.colourway_id, f.build, f.injector_id,
          f.block_id, f.shot_by, f.mixes, f.grades, f.plastisols, f.heat_band, f.metal_band,
          f.place_band, f.when_band, s.shot, s.good, s.cavities, h.heats, coalesce(b.bad, '[]')
        FROM first f JOIN sums s USING (cut) JOIN heats h USING (cut) LEFT JOIN bad b USING (cut) $$;
    SELECT sum_yields(session_id, mould_id) FROM (SELECT DISTINCT session_id, mould_id FROM shots) x;`,
};
