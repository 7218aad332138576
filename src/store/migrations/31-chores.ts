/** What was to be looked at and was seen to: what was found, and how it stood then. */
export default {
  name: '31-chores',
  sql: `
    CREATE TABLE chores (
      id int GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
      key text NOT NULL,
      says text NOT NULL,
      found text NOT NULL,
      bad int,
      shot int,
      closed_by text NOT NULL,
      closed_at timestamptz NOT NULL);
    CREATE INDEX chores_key ON chores (key, closed_at DESC);`,
};
