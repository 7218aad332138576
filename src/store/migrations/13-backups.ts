/** Backups that were made and proved, so that the shop can say when the last was. */
export default {
  name: '13-backups',
  sql: `
    CREATE TABLE backups (
      file text PRIMARY KEY,
      at timestamptz NOT NULL,
      bytes bigint NOT NULL);
    CREATE INDEX backups_at ON backups (at);`,
};
