import type { Cause, Heap, MoveRow } from './ledger.ts';
import { inTransaction, row, rows, run } from './query.ts';

/** What moves baits on or off the shelf. */
export type StockWord =
  'racked' | 'allotted' | 'sold' | 'given away' | 'dropped' | 'recounted' | 'melted';

const KEY = ({ bait, colourway, build, grade }: Heap) => [bait, colourway, build, grade];

/** Baits of one kind on the shelf, for this transaction alone. */
export const lockHeap = async (heap: Heap): Promise<number> =>
  (
    await row<{ count: number }>(
      `SELECT count FROM bait_stock WHERE bait_id = $1 AND colourway_id = $2 AND build = $3 AND
        grade = $4 FOR UPDATE`,
      KEY(heap),
    )
  )?.count ?? 0;

/** Whether an act has moved stock already. */
export const stockMoved = async (cause: string): Promise<boolean> =>
  (await row<{ id: string }>('SELECT id FROM stock_moves WHERE cause = $1 LIMIT 1', [cause])) !==
  null;

/**
 * Puts baits on the shelf; below 0 takes them off. More than lay there were there all the same: they
 * are booked as found first, so that none goes below nothing and no move is lost.
 */
export const moveStock = (
  heap: Heap,
  count: number,
  cause: Cause,
  { what = 'racked', why = '' }: { what?: StockWord; why?: string } = {},
): Promise<void> =>
  inTransaction(async () => {
    const put = (word: string, many: number) =>
      run(
        `INSERT INTO stock_moves (at, bait_id, colourway_id, build, grade, count, session_id, cause,
           what, why) VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10)
         ON CONFLICT (cause, bait_id, colourway_id, build, grade, what) DO UPDATE SET count =
         stock_moves.count + excluded.count`,
        [new Date(cause.at).toISOString(), ...KEY(heap), many, cause.session, cause.id, word, why],
      );
    const short = count < 0 ? -count - (await lockHeap(heap)) : 0;
    if (short > 0) await put('found', short);
    await put(what, count);
  });

/** What lies on the shelf. */
export const stock = (): Promise<
  { bait_id: number; colourway_id: number; build: string; grade: string; count: number }[]
> =>
  rows(
    `SELECT bait_id, colourway_id, build, grade, count FROM bait_stock WHERE count > 0
      ORDER BY 1, 2, 3, 4 LIMIT 2000`,
  );

/** Counts the shelf anew from its moves, once some of them were made again. */
export const countStock = (): Promise<void> => run('SELECT count_stock()');

/** The newest moves of a heap that moved anything, the newest first. */
export const stockMovesOf = (heap: Heap, most: number): Promise<MoveRow[]> =>
  rows(
    `SELECT m.at, m.what, m.count, m.why, m.session_id, s.name AS session
       FROM stock_moves m LEFT JOIN sessions s ON s.id = m.session_id
      WHERE m.bait_id = $1 AND m.colourway_id = $2 AND m.build = $3 AND m.grade = $4 AND
        m.count <> 0
      ORDER BY m.id DESC LIMIT $5`,
    [...KEY(heap), most],
  );
