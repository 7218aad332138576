/** Every write may bring a key of its own: sent again, it is answered as it was the first time, and done once. */
export default {
  name: '12-requests',
  sql: `
    CREATE TABLE requests (
      key uuid PRIMARY KEY,
      at timestamptz NOT NULL DEFAULT now(),
      what text NOT NULL,
      status int,
      body text);
    CREATE INDEX requests_at ON requests (at);`,
};
