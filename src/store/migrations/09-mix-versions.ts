/**
 * Every change of a mix is kept: a cup can be mixed again as it was then. A version is never
 * changed.
 */
export default {
  name: '09-mix-versions',
  sql: `
    CREATE TABLE mix_versions (
      mix_id int NOT NULL REFERENCES mixes ON DELETE CASCADE,
      n int NOT NULL CHECK (n > 0),
      at timestamptz NOT NULL DEFAULT now(),
      spec jsonb NOT NULL,
      PRIMARY KEY (mix_id, n));
    INSERT INTO mix_versions (mix_id, n, at, spec) SELECT id, 1, updated_at, spec FROM mixes;`,
};
