import { Umzug } from 'umzug';
import { MIGRATIONS } from './migrations/index.ts';
import { inTransaction, rows, run, script, waitTurn } from './query.ts';

/** Brings the database up to date. Each migration is one transaction; two processes starting together take turns. */
export async function migrate(): Promise<string[]> {
  await run('CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())').catch(async () => {
    // Two processes creating it in the same instant: one is told it is there already.
    await rows('SELECT 1 FROM migrations LIMIT 1');
  });
  const umzug = new Umzug({
    logger: undefined,
    storage: {
      executed: async () => (await rows<{ name: string }>('SELECT name FROM migrations ORDER BY name')).map((m) => m.name),
      logMigration: async () => {},
      unlogMigration: async () => {},
    },
    migrations: MIGRATIONS.map(({ name, sql }) => ({
      name,
      up: () =>
        inTransaction(async () => {
          await waitTurn(771000);
          if ((await rows('SELECT 1 FROM migrations WHERE name = $1', [name])).length > 0) return;
          await script(sql);
          await run('INSERT INTO migrations (name) VALUES ($1)', [name]);
        }),
    })),
  });
  return (await umzug.up()).map((m) => m.name);
}
