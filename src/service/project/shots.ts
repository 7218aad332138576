import type { SessionState, ShotRow } from '@/core/session/index.ts';
import { shotRow } from '@/core/session/index.ts';
import { dropShot, putShot, sumYields } from '@/store/readTables.ts';

/** Rows as last written, so that only what changed is written again. */
export type Written = Map<string, string>;

const writtenRow = (text: string | undefined): ShotRow | null =>
  text ? (JSON.parse(text) as ShotRow) : null;
/** Only what is marked is counted: a shot that still stands in its mould changes no sum. */
const countedIn = (row: ShotRow | null): number[] =>
  row && row.markedAt !== null ? [row.mould] : [];

/** Writes the rows of some shots as they now are, and sums the moulds whose counts they change. */
export async function writeShots(
  session: number,
  state: SessionState,
  ids: Iterable<string>,
  written: Written,
): Promise<void> {
  const moulds = new Set<number>();
  for (const id of ids) {
    const row = shotRow(state, id);
    const text = row ? JSON.stringify(row) : '';
    const before = written.get(id);
    if ((before ?? '') === text) continue;
    if (row) await putShot(session, row);
    else await dropShot(session, id);
    for (const mould of [...countedIn(row), ...countedIn(writtenRow(before))]) moulds.add(mould);
    if (row) written.set(id, text);
    else written.delete(id);
  }
  for (const mould of moulds) await sumYields(session, mould);
}
