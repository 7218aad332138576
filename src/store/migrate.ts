import { Umzug } from 'umzug';
import { database } from './database.ts';
import { MIGRATIONS } from './migrations/index.ts';
import { rows, run } from './query.ts';

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
        database().transaction(async (transaction) => {
          await run('SELECT pg_advisory_xact_lock(771000)', [], transaction);
          if ((await rows('SELECT 1 FROM migrations WHERE name = $1', [name], transaction)).length > 0) return;
          await database().query(sql, { transaction });
          await run('INSERT INTO migrations (name) VALUES ($1)', [name], transaction);
        }),
    })),
  });
  return (await umzug.up()).map((m) => m.name);
}
