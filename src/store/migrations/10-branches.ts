/**
 * What the bench keeps of a cup: versions with the event that made them, mixes that branched off
 * another, the cups of every session with the version they began from, and pictures of a version.
 */
export default {
  name: '10-branches',
  sql: `
    ALTER TABLE mix_versions ADD COLUMN session_id int REFERENCES sessions ON DELETE SET NULL, ADD
    COLUMN event_id uuid, ADD COLUMN cup text;
    CREATE UNIQUE INDEX mix_versions_event ON mix_versions (event_id) WHERE event_id IS NOT NULL;
    ALTER TABLE mixes ADD COLUMN parent_id int REFERENCES mixes ON DELETE SET NULL, ADD COLUMN parent_n int;
    CREATE TABLE session_cups (
      session_id int NOT NULL REFERENCES sessions ON DELETE CASCADE,
      mix_id int NOT NULL,
      letter text NOT NULL,
      version int,
      PRIMARY KEY (session_id, mix_id));
    CREATE INDEX session_cups_mix ON session_cups (mix_id, session_id DESC);
    INSERT INTO session_cups (session_id, mix_id, letter, version)
      SELECT s.id, (c->>'mix')::int, c->>'letter', (SELECT max(v.n) FROM mix_versions v WHERE
      v.mix_id = (c->>'mix')::int AND v.spec = (
        SELECT i->'recipe' FROM jsonb_array_elements(s.snapshot->'input'->'cups') i WHERE
        i->>'mix' = c->>'mix' LIMIT 1))
      FROM sessions s, jsonb_array_elements(s.snapshot->'plan'->'cups') c ON CONFLICT DO NOTHING;
    CREATE TABLE mix_pictures (
      id int GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
      mix_id int NOT NULL REFERENCES mixes ON DELETE CASCADE,
      n int NOT NULL,
      at timestamptz NOT NULL DEFAULT now(),
      kind text NOT NULL,
      what text NOT NULL DEFAULT '',
      picture bytea NOT NULL);
    CREATE INDEX mix_pictures_mix ON mix_pictures (mix_id, n);`,
};
