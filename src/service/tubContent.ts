import type { Plastic, TubMove } from '@/core/plastic/index.ts';
import { afterMoves, times, tubHolds } from '@/core/plastic/index.ts';
import { inTransaction } from '@/store/query.ts';
import type { Tub, TubBooked, TubCause, TubWord } from '@/store/tubs.ts';
import { bookTub, keepContent, lockTub, movesOfTubs } from '@/store/tubs.ts';

const asMove = ({ grams, plastic }: Omit<TubBooked, 'what'>): TubMove => {
  if (grams < 0) return { taken: -grams };
  return plastic && plastic.grams > 0
    ? { put: times(plastic, grams / plastic.grams) }
    : { more: grams };
};

/** What a tub holds by all its moves. */
const byItsMoves = async (id: number): Promise<Plastic> =>
  tubHolds((await movesOfTubs([id])).map(asMove));

/**
 * What a tub holds: as it is kept with it, or once by its moves where they are older than that is
 * kept.
 */
export async function contentOf({ id, plastic }: Pick<Tub, 'id' | 'plastic'>): Promise<Plastic> {
  return plastic ?? byItsMoves(id);
}

/**
 * Moves a tub ({@link bookTub}) and keeps what it holds then. What was moved before and is amended
 * or taken back has changed what went in after it: its moves are followed again from the first.
 */
export function moveTubBy(
  id: number,
  move: { grams: number; what: TubWord; plastic?: Plastic; why?: string },
  cause: TubCause,
): Promise<void> {
  return inTransaction(async () => {
    const before = await lockTub(id);
    const { booked, amends } = await bookTub(id, move, cause);
    if (!before || booked.length === 0) return;
    await keepContent(
      id,
      amends || !before.plastic
        ? await byItsMoves(id)
        : afterMoves(before.plastic, booked.map(asMove)),
    );
  });
}
