import type { SessionState } from '@/core/session/index.ts';
import { shotRow } from '@/core/session/index.ts';
import { dropShot, putShot } from '@/store/readTables.ts';

/** Rows as last written, so that only what changed is written again. */
export type Written = Map<string, string>;

export async function writeShots(
  session: number,
  state: SessionState,
  ids: Iterable<string>,
  written: Written,
): Promise<void> {
  for (const id of ids) {
    const row = shotRow(state, id);
    const text = row ? JSON.stringify(row) : '';
    if ((written.get(id) ?? '') === text) continue;
    if (row) await putShot(session, row);
    else await dropShot(session, id);
    if (row) written.set(id, text);
    else written.delete(id);
  }
}
