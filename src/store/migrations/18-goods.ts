/**
 * What came good of each mould, build and stage, session by session: plans ask for it of hundreds of
 * sessions, and counting every shot anew is most of what they would cost. The database keeps it with
 * every row of `shots` that comes, changes or goes, whoever writes it.
 */
export default {
  name: '18-goods',
  sql: `
    CREATE TABLE goods (
      session_id int NOT NULL REFERENCES sessions,
      mould_id int NOT NULL,
      build text NOT NULL,
      stage text NOT NULL,
      good int NOT NULL DEFAULT 0,
      shot int NOT NULL DEFAULT 0,
      given int NOT NULL DEFAULT 0,
      PRIMARY KEY (session_id, mould_id, build, stage));
    CREATE INDEX goods_mould ON goods (mould_id);
    INSERT INTO goods
      SELECT session_id, mould_id, build, stage,
        coalesce(sum(good) FILTER (WHERE NOT trial AND marked_at IS NOT NULL), 0),
        coalesce(sum(good + usable + second) FILTER (WHERE NOT trial AND marked_at IS NOT NULL), 0),
        count(*) FROM shots GROUP BY 1, 2, 3, 4;
    CREATE FUNCTION count_goods(of shots, by int) RETURNS void LANGUAGE sql AS $$
      INSERT INTO goods VALUES (of.session_id, of.mould_id, of.build, of.stage,
        CASE WHEN of.trial OR of.marked_at IS NULL THEN 0 ELSE by * of.good END,
        CASE WHEN of.trial OR of.marked_at IS NULL THEN 0
          ELSE by * (of.good + of.usable + of.second) END, by)
      ON CONFLICT (session_id, mould_id, build, stage) DO UPDATE SET
        good = goods.good + excluded.good, shot = goods.shot + excluded.shot,
        given = goods.given + excluded.given $$;
    CREATE FUNCTION shot_counted() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF TG_OP <> 'INSERT' THEN PERFORM count_goods(OLD, -1); END IF;
        IF TG_OP <> 'DELETE' THEN PERFORM count_goods(NEW, 1); END IF;
        RETURN NULL;
      END $$;
    CREATE TRIGGER shot_counted AFTER INSERT OR UPDATE OR DELETE ON shots
      FOR EACH ROW EXECUTE FUNCTION shot_counted();`,
};
