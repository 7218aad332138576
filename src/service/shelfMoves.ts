import { insertMovesOf } from '@/store/inserts.ts';
import { stockMovesOf } from '@/store/stock.ts';
import type { Heap } from '@/store/ledger.ts';

/** Moves told of a heap: the newest. */
export const MOVES_TOLD = 6;

/** A move of a heap, with what moved it in words. */
export interface ToldMove {
  at: Date;
  says: string;
  count: number;
  why: string;
  session_id: number | null;
  session: string | null;
}

/** What moves baits and inserts, by the word its moves begin with; the rest were found, not counted before. */
const WORDS: Record<string, string> = {
  made: 'made',
  racked: 'racked',
  allotted: 'allotted',
  spoiled: 'spoiled',
  sold: 'sold',
  given: 'given away',
  dropped: 'dropped',
  melted: 'melted again',
  recounted: 'counted again',
};
/** What moved them, in words. */
function saysOf(what: string): string {
  const [word, shot] = what.split(' ') as [string, string?];
  return word === 'used' ? `used in shot ${shot}` : (WORDS[word] ?? 'found, not counted before');
}
const told = <Move extends Omit<ToldMove, 'says'> & { what: string }>(moves: Move[]): ToldMove[] =>
  moves.map((move) => ({ ...move, says: saysOf(move.what) }));

/** The newest moves of a kind of insert, the newest first. */
export const movesOfInserts = async (kind: string): Promise<ToldMove[]> =>
  told(await insertMovesOf(kind, MOVES_TOLD));
/** The newest moves of a heap of baits, the newest first. */
export const movesOfHeap = async (heap: Heap): Promise<ToldMove[]> =>
  told(await stockMovesOf(heap, MOVES_TOLD));
