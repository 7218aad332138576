// Backup, restore, export and import of the ten-year shop in DATABASE_URL, each timed: `npm run
// bench -- kept [sessions]`.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeBackup } from '../backup/make.mjs';
import { restoreBackup } from '../backup/restore.mjs';
import { readShop } from '../exchange/read.mjs';
import { writeShop } from '../exchange/write.mjs';

const url = process.env.DATABASE_URL!;
const folder = mkdtempSync(join(tmpdir(), 'twin-shot-kept-'));
const timed = async <T>(work: () => Promise<T>): Promise<[T, number]> => {
  const since = Date.now();
  return [await work(), Math.round((Date.now() - since) / 100) / 10];
};
const mb = (bytes: number): string => `${Math.round(bytes / 1e6)} MB`;

try {
  const [made, backupTook] = await timed(() => makeBackup(url, folder));
  console.log(
    `${made.totals.events} acts. Backup, proved: ${backupTook} s, ${mb(made.bytes)} (goal 180 s)`,
  );
  const [put, restoreTook] = await timed(() => restoreBackup(url, made.file, true));
  console.log(`Restore: ${restoreTook} s${put.ok ? '' : `, refused: ${put.message}`} (goal 360 s)`);
  const [written, exportTook] = await timed(() => writeShop(url, join(folder, 'shop.tar.gz')));
  console.log(`Export: ${exportTook} s, ${mb(written.bytes)} (goal 600 s)`);
  const [read, importTook] = await timed(() => readShop(url, written.file, true));
  const same = read.ok && JSON.stringify(read.totals) === JSON.stringify(written.totals);
  console.log(
    `Import: ${importTook} s${read.ok ? '' : `, refused: ${read.message}`}; totals ` +
      `${same ? 'the same' : 'not the same'} (goal 600 s)`,
  );
  process.exitCode = put.ok && same ? 0 : 1;
} finally {
  rmSync(folder, { recursive: true, force: true });
}
