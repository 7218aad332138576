import { isFree, type Change, without } from './change.ts';
import { type Piece, split } from './piece.ts';
import { aboutWith, type Asked, lateBy, type Layout, placesAbout } from './place.ts';

/** Shares of a piece that its first half is tried with, the largest first (judgement). */
const SHARES = [0.75, 0.5, 0.25];
/** Late pieces that are tried so: half a piece is worked out anew, which costs (judgement). */
const MOST_LATE = 12;

/** A late piece, or one there is no room for; where it is laid, null = nowhere. */
export interface Late {
  piece: Piece;
  from: number | null;
}
export function lateIn({ times, left }: Layout, asked: Asked): Late[] {
  const laid = times.flatMap(({ time, pieces }, from) =>
    pieces.filter((piece) => lateBy(piece, time) > 0).map((piece): Late => ({ piece, from })),
  );
  return [...laid, ...left.map((piece): Late => ({ piece, from: null }))]
    .filter(({ piece }) => isFree(piece, asked) && piece.baits > 1)
    .sort((one, other) => one.piece.by - other.piece.by)
    .slice(0, MOST_LATE);
}

/** What a change is of, once a piece is gone from where it was and half of it is laid sooner. */
function* restLaid(
  { piece, from }: Late,
  [first, rest]: readonly [Piece, Piece],
  { at, so: { times, left }, asked }: { at: number; so: Layout; asked: Asked },
): Generator<Change> {
  const gone = new Map(from === null ? [] : [[from, without(times[from]!.pieces, piece)]]);
  const sooner = [...times[at]!.pieces, first];
  if (!aboutWith(times[at]!, sooner, asked)) return;
  const now = times.map((time, nth) =>
    nth === from ? (aboutWith(time, gone.get(nth)!, asked) ?? time) : time,
  );
  for (const { at: to, laid } of placesAbout(now, rest, asked))
    if (to !== at)
      yield {
        times: new Map([...gone, [at, sooner], [to, laid.pieces]]),
        left: without(left, piece),
      };
}

/** A piece in two, in each way that is tried, the largest first half first. */
export const halvesOf = (piece: Piece, { by }: Pick<Asked, 'by'>): [Piece, Piece][] =>
  SHARES.map((share) => Math.round(share * piece.baits))
    .filter((baits) => baits > 0 && baits < piece.baits)
    .map((baits) => split(piece, baits, by));

/** A late piece in two, so that two times with too little room for it whole both have some of it. */
export function* inHalves(so: Layout, asked: Asked): Generator<Change> {
  for (const one of lateIn(so, asked)) {
    const { piece, from } = one;
    const late = from === null ? Infinity : lateBy(piece, so.times[from]!.time);
    const halves = halvesOf(piece, asked);
    for (const [at, sooner] of so.times.entries())
      if (at !== from && lateBy(piece, sooner.time) < late)
        for (const half of halves) yield* restLaid(one, half, { at, so, asked });
  }
}
