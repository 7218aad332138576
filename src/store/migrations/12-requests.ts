/**
 * Every write may bring a key of its own: sent again, it is answered as it was the first time, and
 * done once. And a row that is written to tell whether anything can be.
 */
export default {
  name: '12-requests',
  sql: `
    CREATE TABLE requests (
      key uuid PRIMARY KEY,
      at timestamptz NOT NULL DEFAULT now(),
      what text NOT NULL,
      status int,
      body text);
    CREATE INDEX requests_at ON requests (at);
    CREATE TABLE pulse (id int PRIMARY KEY CHECK (id = 1), at timestamptz NOT NULL);`,
};
