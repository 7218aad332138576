/**
 * Stock that moves: baits leave the shelf for a line, are sold at the door, given away, dropped,
 * melted again or counted again, each move with what it was. The database keeps what lies there, and
 * it is never below nothing.
 */
export default {
  name: '22-stock',
  sql: `
    ALTER TABLE stock_moves
      ADD COLUMN what text NOT NULL DEFAULT 'racked' CHECK (what IN ('racked', 'allotted', 'sold',
        'given away', 'dropped', 'recounted', 'melted', 'found')),
      ADD COLUMN why text NOT NULL DEFAULT '',
      DROP CONSTRAINT stock_moves_cause_heap,
      ADD CONSTRAINT stock_moves_cause_heap UNIQUE (cause, bait_id, colourway_id, build, grade, what);
    ALTER TABLE allocations ALTER COLUMN session_id DROP NOT NULL;
    CREATE TABLE bait_stock (
      bait_id int NOT NULL,
      colourway_id int NOT NULL,
      build text NOT NULL,
      grade text NOT NULL,
      count int NOT NULL CHECK (count >= 0),
      PRIMARY KEY (bait_id, colourway_id, build, grade));
    CREATE INDEX stock_moves_heap ON stock_moves (bait_id, colourway_id, build, grade, id DESC);
    CREATE FUNCTION count_stock() RETURNS void LANGUAGE sql AS $$
      DELETE FROM bait_stock;
      INSERT INTO bait_stock SELECT bait_id, colourway_id, build, grade, greatest(0, sum(count))
        FROM stock_moves GROUP BY 1, 2, 3, 4 $$;
    SELECT count_stock();
    CREATE FUNCTION stock_moved() RETURNS trigger LANGUAGE plpgsql AS $$
      DECLARE more int := NEW.count - CASE WHEN TG_OP = 'UPDATE' THEN OLD.count ELSE 0 END;
      BEGIN
        INSERT INTO bait_stock AS held VALUES
          (NEW.bait_id, NEW.colourway_id, NEW.build, NEW.grade, greatest(0, more))
        ON CONFLICT (bait_id, colourway_id, build, grade) DO UPDATE SET count = held.count + more;
        RETURN NULL;
      END $$;
    CREATE TRIGGER stock_moved AFTER INSERT OR UPDATE OF count ON stock_moves
      FOR EACH ROW EXECUTE FUNCTION stock_moved();`,
};
