/** What everything was before it was changed; and what is retired, which is kept. */
const lists = [
  'moulds',
  'injectors',
  'blocks',
  'vessels',
  'baits',
  'mixes',
  'colourways',
  'builds',
  'castings',
  'ovens',
  'materials',
];

export default {
  name: '15-history',
  sql: `
    CREATE TABLE changes (
      id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
      at timestamptz NOT NULL DEFAULT now(),
      by text NOT NULL,
      kind text NOT NULL,
      thing int NOT NULL,
      before jsonb,
      after jsonb);
    CREATE INDEX changes_of ON changes (kind, thing, id);
    CREATE FUNCTION changes_stand() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION
    'What was is never changed.'; END $$;
    CREATE TRIGGER changes_stand BEFORE UPDATE OR DELETE ON changes FOR EACH ROW EXECUTE FUNCTION changes_stand();
    ${lists.map((list) => `ALTER TABLE ${list} ADD COLUMN retired_at timestamptz;`).join('\n')}`,
};
