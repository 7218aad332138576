/**
 * A cup of a session is known by an id of its own: two may be meant for one mix. Those of before,
 * and those a process of before still enters, are known by their mix.
 */
export default {
  name: '17-cups',
  sql: `
    ALTER TABLE session_cups ADD COLUMN cup_id text;
    UPDATE session_cups SET cup_id = mix_id::text;
    ALTER TABLE session_cups ALTER COLUMN cup_id SET NOT NULL;
    ALTER TABLE session_cups DROP CONSTRAINT session_cups_pkey,
      ADD PRIMARY KEY (session_id, cup_id);
    CREATE FUNCTION cup_by_mix() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN NEW.cup_id := coalesce(NEW.cup_id, NEW.mix_id::text); RETURN NEW; END $$;
    CREATE TRIGGER cup_by_mix BEFORE INSERT ON session_cups FOR EACH ROW
      EXECUTE FUNCTION cup_by_mix();`,
};
