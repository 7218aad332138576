import { row, rows } from './query.ts';

/** How large the database is, bytes, and about how many rows its larger tables have. */
export async function figures(): Promise<{
  bytes: number;
  tables: { name: string; rows: number }[];
  migrations: string[];
}> {
  const size = await row<{ bytes: string }>(
    'SELECT pg_database_size(current_database())::text AS bytes',
  );
  const tables = await rows<{ name: string; rows: number }>(
    `SELECT relname::text AS name, n_live_tup::int AS rows FROM pg_stat_user_tables WHERE n_live_tup
      > 0 ORDER BY n_live_tup DESC LIMIT 40`,
  );
  const migrations = (
    await rows<{ name: string }>('SELECT name FROM migrations ORDER BY name')
  ).map((row) => row.name);
  return { bytes: Number(size?.bytes ?? 0), tables, migrations };
}
