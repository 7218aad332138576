// Makes one backup, proves it, and lets go of those that are too many.
import { mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { connected, TOGETHER, tool, totals, withScratch } from './database.mjs';
import { keptOf, madeAt, nameOf } from './keep.mjs';

/**
 * Writes the shop as it is at one moment into a file, restores that into a scratch database, and
 * compares: a backup nobody has restored is none.
 * @returns {Promise<{file: string, bytes: number, totals: Record<string, string>, seconds:
 * number}>}
 */
export async function makeBackup(url, folder, at = Date.now()) {
  const began = Date.now();
  mkdirSync(folder, { recursive: true });
  const file = join(folder, nameOf(at));
  const part = `${file}.part`;
  const here = await connected(url, async (client) => {
    // What is counted and what is written are one and the same moment.
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    const { snapshot } = (await client.query('SELECT pg_export_snapshot() AS snapshot')).rows[0];
    const counted = await totals(client);
    await tool('pg_dump', url, [
      '--format=custom',
      '--compress=1',
      '--no-owner',
      `--snapshot=${snapshot}`,
      `--file=${part}`,
    ]);
    await client.query('COMMIT');
    return counted;
  });
  const there = await withScratch(url, async (scratch) => {
    await tool('pg_restore', scratch, [...TOGETHER, '--no-owner', '--exit-on-error', part]);
    return connected(scratch, totals);
  });
  const wrong = Object.keys(here).filter((name) => here[name] !== there[name]);
  if (wrong.length > 0)
    throw new Error(
      'The backup does not hold what the shop holds ' +
        `(${wrong.map((word) => `${word}: ${there[word]} of ${here[word]}`).join(', ')}). It ` +
        `is left as ${part}.`,
    );
  renameSync(part, file);
  const all = readdirSync(folder).flatMap((name) => madeAt(name) ?? []);
  const kept = keptOf(all);
  for (const old of all) if (!kept.has(old)) rmSync(join(folder, nameOf(old)), { force: true });
  const bytes = statSync(file).size;
  await connected(url, (client) =>
    client.query(
      'INSERT INTO backups (at, file, bytes) VALUES ($1, $2, $3) ON CONFLICT (file) DO NOTHING',
      [new Date(at).toISOString(), file, bytes],
    ),
  );
  return { file, bytes, totals: here, seconds: (Date.now() - began) / 1000 };
}
