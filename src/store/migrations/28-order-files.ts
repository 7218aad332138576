/** Which column of a file is which, by the file's head: said once, it is known of the next. */
export default {
  name: '28-order-files',
  sql: `
    CREATE TABLE order_files (
      head text PRIMARY KEY,
      columns jsonb NOT NULL,
      at timestamptz NOT NULL DEFAULT now());`,
};
