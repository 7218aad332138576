import { Umzug } from 'umzug';
import { MIGRATIONS } from './migrations/index.ts';
import { inTransaction, rows, run, script, takeTime, waitTurn } from './query.ts';
import { schemaStands } from './schema.ts';

/**
 * Brings the database up to date. Each migration is one transaction; two processes starting
 * together take turns.
 * @param to the last one done; all, where none is said
 */
export async function migrate(to?: string): Promise<string[]> {
  await run(
    'CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())',
  ).catch(async () => {
    // Two processes creating it in the same instant: one is told it is there already.
    await rows('SELECT 1 FROM migrations LIMIT 1');
  });
  const { unknown } = await schemaStands();
  if (unknown.length > 0)
    throw new Error(
      `This shop was last opened by a later Twin Shot (it has ${unknown.join(', ')}). ` +
        'Nothing was changed: start that version, or restore a backup made before it.',
    );
  const umzug = new Umzug({
    logger: undefined,
    storage: {
      executed: async () =>
        (await rows<{ name: string }>('SELECT name FROM migrations ORDER BY name')).map(
          (row) => row.name,
        ),
      logMigration: async () => {},
      unlogMigration: async () => {},
    },
    migrations: MIGRATIONS.map(({ name, sql }) => ({
      name,
      up: () =>
        inTransaction(async () => {
          await waitTurn(771000);
          // An index over ten years of acts takes more than a page's patience.
          await takeTime();
          if ((await rows('SELECT 1 FROM migrations WHERE name = $1', [name])).length > 0) return;
          await script(sql);
          await run('INSERT INTO migrations (name) VALUES ($1)', [name]);
        }),
    })),
  });
  return (await umzug.up(to === undefined ? {} : { to })).map(
    (migrationMeta) => migrationMeta.name,
  );
}
