/** How bottles of the shelf were found: noted at the bench, or by hand. The newest is how it is. */
export default {
  name: '27-bottle-notes',
  sql: `
    CREATE TABLE bottle_notes (
      id serial PRIMARY KEY,
      at timestamptz NOT NULL,
      material_id int NOT NULL,
      is_now text NOT NULL CHECK (is_now IN ('well', 'damp', 'dirty')),
      session_id int REFERENCES sessions,
      event_id uuid UNIQUE);
    CREATE INDEX bottle_notes_material ON bottle_notes (material_id, at DESC, id DESC);`,
};
