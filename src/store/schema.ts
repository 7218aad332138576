import { MIGRATIONS } from './migrations/index.ts';
import { rows } from './query.ts';

/**
 * How a database stands to this program: as it wants it, still to be brought up to date, or made by
 * a later one.
 */
export async function schemaStands(): Promise<{
  state: 'same' | 'behind' | 'ahead';
  unknown: string[];
}> {
  const done = new Set(
    (await rows<{ name: string }>('SELECT name FROM migrations')).map((row) => row.name),
  );
  const own = MIGRATIONS.map((migration) => migration.name);
  const unknown = [...done].filter((name) => !own.includes(name));
  return {
    state: unknown.length > 0 ? 'ahead' : own.every((name) => done.has(name)) ? 'same' : 'behind',
    unknown,
  };
}
