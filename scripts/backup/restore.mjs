// Puts a shop back to a backup: beside it first, then in its place, with what was there kept under
// another name.
import { existsSync } from 'node:fs';
import { finished, tsx } from '../lib.mjs';
import { connected, putInPlace, TOGETHER, tool, totals, withScratch } from './database.mjs';

/** Acts asked about at a time. */
const AT_ONCE = 20_000;

/**
 * Acts the shop has and a backup has not, asked for piece by piece: ten years of them are not held
 * in memory.
 */
async function newer(url, scratch) {
  let more = 0;
  await connected(url, (here) =>
    connected(scratch, async (there) => {
      for (let after = '00000000-0000-0000-0000-000000000000'; ;) {
        const ids = (
          await here.query('SELECT id FROM events WHERE id > $1 ORDER BY id LIMIT $2', [
            after,
            AT_ONCE,
          ])
        ).rows.map((row) => row.id);
        if (ids.length === 0) return;
        after = ids.at(-1);
        const known = (
          await there.query('SELECT count(*)::int AS n FROM events WHERE id = ANY($1::uuid[])', [
            ids,
          ])
        ).rows[0].n;
        more += ids.length - known;
      }
    }),
  );
  return more;
}

/**
 * @param over put it back though the shop has acts the backup has not
 * @returns {Promise<{ok: true, before: string, totals: Record<string, string>} | {ok: false,
 * message: string}>}
 */
export async function restoreBackup(url, file, over = false) {
  if (!existsSync(file))
    return { ok: false, message: `There is no file ${file}. Nothing was changed.` };
  return withScratch(url, async (scratch, name) => {
    try {
      await tool('pg_restore', scratch, [...TOGETHER, '--no-owner', '--exit-on-error', file]);
    } catch (error) {
      return {
        ok: false,
        message: `${file} is no whole backup of a shop (${error.message}). Nothing was changed.`,
      };
    }
    const more = await newer(url, scratch);
    if (more > 0 && !over)
      return {
        ok: false,
        message:
          `The shop has ${more} acts that this backup has not. Nothing was changed. To put it ` +
          `back nevertheless: npm run restore -- ${file} --over`,
      };
    // An older backup is brought up to date before it takes its place.
    if ((await finished(tsx('scripts/prepare.ts', ['--bare'], { DATABASE_URL: scratch }))) !== 0)
      return {
        ok: false,
        message: 'The backup could not be brought up to date. Nothing was changed.',
      };
    const held = await connected(scratch, totals);
    return { ok: true, before: await putInPlace(url, name), totals: held };
  });
}
