/**
 * What is believed of each thing: its newest lesson since it was last forgotten, and how much taught
 * it. Every plan asks for all of it, and after ten years that is some ten thousand lessons a thing.
 * The database keeps it with every lesson that comes or goes and every thing that is forgotten.
 */
const changed = (when: string, table: string) => `
    CREATE TRIGGER lessons_${when} AFTER ${when} ON lessons
      REFERENCING ${table} TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION lessons_changed();`;

export default {
  name: '20-beliefs',
  sql: `
    CREATE TABLE beliefs (
      key text PRIMARY KEY,
      lesson_id bigint NOT NULL,
      evenings int NOT NULL,
      readings int NOT NULL,
      left_out int NOT NULL);
    CREATE FUNCTION believe(keys text[]) RETURNS void LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM pg_advisory_xact_lock(771004);
        DELETE FROM beliefs WHERE key = ANY(keys);
        INSERT INTO beliefs
          SELECT l.key, (array_agg(l.id ORDER BY l.at DESC, l.id DESC))[1], count(*),
            sum(l.readings), sum(l.left_out)
          FROM lessons l LEFT JOIN lesson_keys k ON k.key = l.key
          WHERE l.key = ANY(keys) AND (k.reset_at IS NULL OR l.at > k.reset_at) GROUP BY l.key;
      END $$;
    CREATE FUNCTION lessons_changed() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM believe(ARRAY(SELECT DISTINCT key FROM changed ORDER BY key));
        RETURN NULL;
      END $$;
    CREATE FUNCTION lesson_key_changed() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM believe(ARRAY[NEW.key]);
        RETURN NULL;
      END $$;${changed('INSERT', 'NEW')}${changed('DELETE', 'OLD')}
    CREATE TRIGGER lesson_keys_changed AFTER INSERT OR UPDATE OF reset_at ON lesson_keys
      FOR EACH ROW EXECUTE FUNCTION lesson_key_changed();
    SELECT believe(ARRAY(SELECT DISTINCT key FROM lessons));`,
};
