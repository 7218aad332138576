import type { Cause } from './ledger.ts';
import { row, rows, run } from './query.ts';

export interface InsertHeap {
  kind: string;
  count: number;
}

/** Inserts on the shelf, by kind. */
export const insertStock = (): Promise<InsertHeap[]> =>
  rows('SELECT kind, count FROM insert_stock WHERE count > 0 ORDER BY kind LIMIT 500');

/** What unfinished sessions have moved so far, by kind: their own, not yet anybody's. */
export const insertsUnderWay = (): Promise<InsertHeap[]> =>
  rows(
    `SELECT m.kind, sum(m.count)::int AS count FROM insert_moves m WHERE m.session_id IN
      (SELECT id FROM sessions WHERE status <> 'finished') GROUP BY m.kind`,
  );

/** Moves a session has booked, added up by what they are. */
export const bookedInserts = (
  session: number,
): Promise<{ what: string; kind: string; count: number }[]> =>
  rows(
    `SELECT what, kind, sum(count)::int AS count FROM insert_moves WHERE session_id = $1 GROUP
      BY what, kind HAVING sum(count) <> 0`,
    [session],
  );

/**
 * Books a move. One that would take a heap under nothing was of inserts nobody had counted: they
 * are booked as found first, so that the heap never goes under nothing and the use is not lost.
 */
export async function moveInserts(
  { kind, what, count }: { kind: string; what: string; count: number },
  cause: Cause,
): Promise<void> {
  const when = new Date(cause.at).toISOString();
  const put = (word: string, count: number) =>
    run(
      'INSERT INTO insert_moves (at, kind, what, count, session_id, cause) VALUES ($1,$2,$3,$4,$5,$6)',
      [when, kind, word, count, cause.session, cause.id],
    );
  if (count < 0) {
    const held = await row<{ count: number }>(
      'SELECT count FROM insert_stock WHERE kind = $1 FOR UPDATE',
      [kind],
    );
    const short = -count - (held?.count ?? 0);
    if (short > 0) await put(`uncounted ${what}`, short);
  }
  await put(what, count);
}

export const insertMovesOf = (
  kind: string,
  limit = 100,
): Promise<{ at: Date; what: string; count: number; session_id: number; session: string }[]> =>
  rows(
    `SELECT m.at, m.what, m.count, m.session_id, s.name AS session FROM insert_moves m JOIN
      sessions s ON s.id = m.session_id WHERE m.kind = $1 ORDER BY m.id DESC LIMIT $2`,
    [kind, limit],
  );

/** Empties the shelf's ledger before it is made again from the log. */
export async function clearInserts(): Promise<void> {
  await run('DELETE FROM insert_moves', []);
  await run('DELETE FROM insert_stock', []);
}
