// Which shop is meant, and where its backups go.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from '../lib.mjs';
import { cluster } from '../postgres.mjs';
import { openDatabaseIn } from '../shops.mjs';
import { connected } from './database.mjs';

const data = process.env.TWIN_SHOT_DATA ?? join(root, '.data');

/**
 * The shop of `DATABASE_URL`, the one that is running, or the one that lies here, started for the
 * while.
 */
export async function withShop(work) {
  if (process.env.DATABASE_URL) return work(process.env.DATABASE_URL);
  const note = join(data, 'running.json');
  const running = existsSync(note) ? JSON.parse(readFileSync(note, 'utf8')).database : undefined;
  if (running) return work(running);
  const own = await cluster('postgres', { data, database: openDatabaseIn(data) });
  try {
    return await work(own.url);
  } finally {
    own.stop();
  }
}

/** The folder set on the shop's own page, or one beside its data: the demo's apart from one's own. */
export async function folderOf(url) {
  const { folder, demo } = await connected(
    url,
    async (client) =>
      (await client.query(`SELECT settings->>'backups' AS folder, demo FROM shop WHERE id = 1`))
        .rows[0] ?? { folder: '', demo: false },
  );
  return folder || join(data, demo ? 'backups-demo' : 'backups');
}
