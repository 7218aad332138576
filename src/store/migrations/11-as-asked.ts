/**
 * Shots know whether their baits are what was asked for, and what there is of them now; stock is
 * told apart by build; moves of a line say why, and which move they take back; the demo shop is
 * known as such, since only there stand-ins may speak. What was learned of the air and of cups was
 * reckoned with half the air and half a step of the bench they stand on: it is forgotten, and
 * learned anew (the lessons themselves stay on record).
 */
export default {
  name: '11-as-asked',
  sql: `
    ALTER TABLE shots ADD COLUMN asked boolean NOT NULL DEFAULT true, ADD COLUMN kept boolean NOT NULL DEFAULT true;
    UPDATE shots SET kept = NOT trial;
    ALTER TABLE stock_moves ADD COLUMN build text NOT NULL DEFAULT '';
    UPDATE stock_moves m SET build = coalesce((SELECT c.spec->>'build' FROM colourways c WHERE
    c.id = m.colourway_id), '');
    ALTER TABLE stock_moves DROP CONSTRAINT stock_moves_cause_bait_id_colourway_id_grade_key;
    ALTER TABLE stock_moves ADD CONSTRAINT stock_moves_cause_heap UNIQUE (cause, bait_id,
    colourway_id, build, grade);
    ALTER TABLE line_moves ADD COLUMN why text NOT NULL DEFAULT '', ADD COLUMN undoes uuid
    REFERENCES line_moves (cause);
    CREATE UNIQUE INDEX line_moves_undoes ON line_moves (undoes) WHERE undoes IS NOT NULL;
    ALTER TABLE shop ADD COLUMN demo boolean NOT NULL DEFAULT false;
    UPDATE shop SET demo = true WHERE settings->>'name' = 'Slipway Baits, Skellan Haven';
    INSERT INTO lesson_keys (key, reset_at) SELECT DISTINCT key, now() FROM lessons WHERE key =
    'air' OR key LIKE 'cup/%'
      ON CONFLICT (key) DO UPDATE SET reset_at = now();`,
};
