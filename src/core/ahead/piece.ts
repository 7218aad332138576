import type { Batch } from '../order/batch.ts';
import type { Chosen } from './chosen.ts';
import type { WantedPart } from '../plan/draft.ts';

/** What is laid as one: parts of the book that share a bait, its mould and a colourway. */
export interface Piece {
  key: string;
  bait: number;
  colourway: number;
  mould: number;
  parts: WantedPart[];
  baits: number;
  /** the last moment all of it can be shot and still be cured on its day, ms */
  by: number;
  /** how a hand wants it shot */
  chosen?: Chosen;
}

/** Baits of a piece by the parts they are for, the soonest promised first, up to so many. */
function firstOf(parts: readonly WantedPart[], baits: number): [WantedPart[], WantedPart[]] {
  const [first, rest]: [WantedPart[], WantedPart[]] = [[], []];
  let left = baits;
  for (const part of parts) {
    const count = Math.min(left, part.count);
    left -= count;
    if (count > 0) first.push({ ...part, count });
    if (part.count > count) rest.push({ ...part, count: part.count - count });
  }
  return [first, rest];
}

/** A moment by which a piece is to be shot: its soonest part's. @param by of a promised day, ms */
const soonest = (parts: readonly WantedPart[], by: (due: string) => number): number =>
  Math.min(...parts.map(({ due }) => by(due)));

/** A batch of the book as a piece. */
export function pieceOf(
  batch: Batch,
  wanted: ReadonlyMap<number, WantedPart>,
  by: (due: string) => number,
): Piece {
  const parts = batch.parts
    .flatMap(({ part }) => wanted.get(part) ?? [])
    .sort((one, other) => one.due.localeCompare(other.due));
  const { bait, colourway, mould, baits } = batch;
  return {
    key: `${bait}/${colourway}`,
    bait,
    colourway,
    mould,
    parts,
    baits,
    by: soonest(parts, by),
  };
}

/**
 * A piece in two: so many baits for who is promised first, and the rest.
 * @throws RangeError where one of the two would be empty
 */
export function split(piece: Piece, baits: number, by: (due: string) => number): [Piece, Piece] {
  const [first, rest] = firstOf(piece.parts, baits);
  if (first.length === 0 || rest.length === 0) throw new RangeError('A half of it is empty.');
  const half = (nth: number, parts: WantedPart[]): Piece => ({
    ...piece,
    key: `${piece.key}~${nth}`,
    parts,
    baits: parts.reduce((sum, { count }) => sum + count, 0),
    by: soonest(parts, by),
  });
  return [half(1, first), half(2, rest)];
}

/** The soonest promised first, whatever order they were laid in: one set of pieces is one session. */
export const inOrder = (pieces: readonly Piece[]): Piece[] =>
  [...pieces].sort((one, other) => one.by - other.by || one.key.localeCompare(other.key));
