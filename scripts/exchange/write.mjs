// The whole shop in one file of open formats: a tar.gz of JSON Lines, a table each, and CSV for the
// eye.
import {
  createWriteStream,
  mkdirSync,
  mkdtempSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import copy from 'pg-copy-streams';
import { create } from 'tar';
import { connected, totals } from '../backup/database.mjs';
import { SECRETS, tablesOf } from './tables.mjs';

export const FORMAT = { name: 'twin-shot shop', version: 1 };
/** COPY as it is, a line a row: JSON has neither of these characters in it. */
export const AS_LINES = `(FORMAT csv, QUOTE E'\\x01', DELIMITER E'\\x02')`;

/** A name that a table program would take for a formula is none. */
const plain = (column) =>
  `CASE WHEN ${column} ~ '^[=+@\\t\\r-]' THEN '''' || ${column} ELSE ${column} END`;
/** Lists for whoever opens them in a table program; the tables hold everything. */
const LISTS = {
  orders: `SELECT ${plain('o.customer')} AS customer, ${plain('l.name')} AS line, ${plain('b.name')}
    AS bait, ${plain('c.name')} AS colourway, p.count, l.pack, l.promised, l.closed FROM
    line_parts p JOIN order_lines l ON l.id = p.line_id JOIN orders o ON o.id = l.order_id
    JOIN baits b ON b.id = p.bait_id JOIN colourways c ON c.id = p.colourway_id ORDER BY o.id,
    l.position, p.id`,
  evenings: `SELECT s.id, ${plain('s.name')} AS name, s.status, s.opened_at, s.finished_at,
    count(h.shot) AS shots, coalesce(sum(h.good), 0) AS good, coalesce(sum(h.usable), 0) AS
    usable, coalesce(sum(h.second), 0) AS second FROM sessions s LEFT JOIN shots h ON
    h.session_id = s.id GROUP BY s.id ORDER BY s.id`,
};

const toFile = (client, sql, file) => pipeline(client.query(copy.to(sql)), createWriteStream(file));

/**
 * Writes the shop, as it is at one moment, into a file.
 * @returns {Promise<{file: string, bytes: number, totals: Record<string, string>, seconds:
 * number}>}
 */
export async function writeShop(url, file) {
  const began = Date.now();
  const folder = mkdtempSync(join(tmpdir(), 'twin-shot-export-'));
  try {
    for (const part of ['tables', 'csv']) mkdirSync(join(folder, part));
    const counted = await connected(url, async (client) => {
      await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
      const tables = await tablesOf(client);
      const lines = {};
      for (const { name } of tables) {
        const without = (SECRETS[name] ?? []).map((column) => ` - '${column}'`).join('');
        await toFile(
          client,
          `COPY (SELECT to_jsonb(t)${without} FROM ${name} t) TO STDOUT ${AS_LINES}`,
          join(folder, 'tables', `${name}.jsonl`),
        );
        lines[name] = (await client.query(`SELECT count(*)::int AS n FROM ${name}`)).rows[0].n;
      }
      for (const [name, sql] of Object.entries(LISTS))
        await toFile(
          client,
          `COPY (${sql}) TO STDOUT (FORMAT csv, HEADER)`,
          join(folder, 'csv', `${name}.csv`),
        );
      const held = await totals(client);
      const migrations = (await client.query('SELECT name FROM migrations ORDER BY name')).rows.map(
        (row) => row.name,
      );
      const head = {
        format: FORMAT.name,
        version: FORMAT.version,
        made: new Date().toISOString(),
        migrations,
        totals: held,
        tables: tables.map((table) => ({ ...table, lines: lines[table.name] })),
      };
      writeFileSync(join(folder, 'shop.json'), `${JSON.stringify(head, null, 1)}\n`);
      await client.query('COMMIT');
      return held;
    });
    mkdirSync(dirname(file), { recursive: true });
    await create({ gzip: { level: 3 }, file: `${file}.part`, cwd: folder, portable: true }, [
      'shop.json',
      'csv',
      'tables',
    ]);
    renameSync(`${file}.part`, file);
    return {
      file,
      bytes: statSync(file).size,
      totals: counted,
      seconds: (Date.now() - began) / 1000,
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
