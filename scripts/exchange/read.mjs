// A shop brought in from one file: beside what is here first, all of it or nothing, then in its
// place.
import { createReadStream, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import copy from 'pg-copy-streams';
import { extract } from 'tar';
import { connected, putInPlace, totals, withScratch } from '../backup/database.mjs';
import { finished, tsx } from '../lib.mjs';
import { tablesOf } from './tables.mjs';
import { AS_LINES, FORMAT } from './write.mjs';

const refused = (message) => ({ ok: false, message: `${message} Nothing was changed.` });
const PARTS = /^(shop\.json|tables\/?|tables\/[a-z_]+\.jsonl|csv\/?|csv\/[a-z_]+\.csv)$/;

/** What a file says it holds; null where it is no shop of ours. */
async function opened(file, folder) {
  try {
    await extract({ file, cwd: folder, strict: true, filter: (path) => PARTS.test(path) });
    const held = JSON.parse(readFileSync(join(folder, 'shop.json'), 'utf8'));
    return held.format === FORMAT.name && Array.isArray(held.tables) ? held : null;
  } catch {
    return null;
  }
}

/** Months that readings lie in have a partition each. */
const MONTHS = { cup_readings: 'reading_month', device_readings: 'device_month' };

async function loadTable(client, { name, columns }, file) {
  await client.query(`CREATE UNLOGGED TABLE brought_in (it jsonb)`);
  await pipeline(
    createReadStream(file),
    client.query(copy.from(`COPY brought_in FROM STDIN ${AS_LINES}`)),
  );
  const month = MONTHS[name];
  if (month)
    await client.query(
      `SELECT ${month}(m) FROM (SELECT DISTINCT date_trunc('month', (it->>'at')::timestamptz) AS
        m FROM brought_in) months`,
    );
  const list = columns.map((column) => `"${column.name}"`).join(', ');
  await client.query(`ALTER TABLE ${name} DISABLE TRIGGER USER`);
  await client.query(
    `INSERT INTO ${name} (${list}) OVERRIDING SYSTEM VALUE SELECT ${list} FROM brought_in CROSS
      JOIN LATERAL jsonb_populate_record(NULL::${name}, it) AS one`,
  );
  await client.query(`ALTER TABLE ${name} ENABLE TRIGGER USER`);
  await client.query('DROP TABLE brought_in');
  // New things get ids after those that came in.
  const { rows } = await client.query(
    `SELECT attname AS name, pg_get_serial_sequence($1, attname) AS sequence FROM pg_attribute
      WHERE attrelid = $1::regclass AND attidentity <> '' AND NOT attisdropped`,
    [name],
  );
  for (const id of rows)
    await client.query(
      `SELECT setval($1, greatest(1, (SELECT coalesce(max("${id.name}"), 0) FROM ${name})),
        (SELECT count(*) > 0 FROM ${name}))`,
      [id.sequence],
    );
}

/**
 * @param over take it though there is a shop here; that one is kept under another name
 * @returns {Promise<{ok: true, before: string, totals: Record<string, string>, seconds: number} |
 * {ok: false, message: string}>}
 */
export async function readShop(url, file, over = false) {
  const began = Date.now();
  if (!existsSync(file)) return refused(`There is no file ${file}.`);
  const empty = await connected(
    url,
    async (client) =>
      (
        await client.query(
          'SELECT NOT EXISTS (SELECT 1 FROM moulds) AND NOT EXISTS (SELECT 1 FROM orders) AS empty',
        )
      ).rows[0].empty,
  );
  if (!empty && !over)
    return refused(
      `There is a shop here already. To put the other in its place nevertheless: npm run import -- ${file} --over`,
    );
  const folder = mkdtempSync(join(tmpdir(), 'twin-shot-import-'));
  try {
    const held = await opened(file, folder);
    if (!held) return refused(`${file} is no whole shop that was taken out of Twin Shot.`);
    if (held.version > FORMAT.version) return refused(`${file} was made by a later Twin Shot.`);
    return await withScratch(url, async (scratch, name) => {
      // As the database was when the file was made; it is brought up to date after.
      const to = held.migrations.at(-1);
      if (
        (await finished(
          tsx('scripts/prepare.ts', ['--bare', `--to=${to}`], { DATABASE_URL: scratch }),
        )) !== 0
      )
        return refused(`${file} was made by another Twin Shot than this.`);
      try {
        await connected(scratch, async (client) => {
          await client.query('BEGIN');
          const known = await tablesOf(client);
          for (const table of known) {
            const brought = held.tables.find((text) => text.name === table.name);
            if (brought)
              await loadTable(
                client,
                {
                  name: table.name,
                  columns: brought.columns.filter((column) =>
                    table.columns.some((other) => other.name === column.name),
                  ),
                },
                join(folder, 'tables', `${table.name}.jsonl`),
              );
          }
          await client.query('COMMIT');
        });
      } catch (error) {
        return refused(`${file} cannot be read whole (${error.message}).`);
      }
      const there = await connected(scratch, totals);
      const wrong = Object.keys(held.totals).filter((key) => there[key] !== held.totals[key]);
      if (wrong.length > 0)
        return refused(
          `${file} does not hold what it says it holds ` +
            `(${wrong.map((word) => `${word}: ${there[word]} of ${held.totals[word]}`).join(', ')}).`,
        );
      if ((await finished(tsx('scripts/prepare.ts', ['--bare'], { DATABASE_URL: scratch }))) !== 0)
        return refused('The shop could not be brought up to date.');
      const before = await putInPlace(url, name);
      return { ok: true, before, totals: there, seconds: (Date.now() - began) / 1000 };
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
