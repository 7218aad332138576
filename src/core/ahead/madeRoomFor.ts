import { isFree, type Change, without } from './change.ts';
import { halvesOf, type Late, lateIn } from './inHalves.ts';
import type { Piece } from './piece.ts';
import { type Asked, type Laid, lateBy, type Layout } from './place.ts';
import { Relaid } from './relaid.ts';

/** What stays at a time that a more pressing piece comes to, and what may be laid elsewhere. */
function pressing({ pieces }: Laid, { by }: Piece, asked: Asked): { stay: Piece[]; go: Piece[] } {
  const mayGo = (piece: Piece) => isFree(piece, asked) && piece.by > by;
  return { stay: pieces.filter((piece) => !mayGo(piece)), go: pieces.filter(mayGo) };
}

/** Two halves at two times, what presses less there laid elsewhere; null where there is no room. */
function bothSooner(
  { times, left }: Layout,
  { piece, from }: Late,
  { asked, halves }: { asked: Asked; halves: ReadonlyMap<number, Piece> },
): Change | null {
  const so = new Relaid(times, asked, new Set(times.keys()));
  if (from !== null && !so.put(from, without(times[from]!.pieces, piece))) return null;
  const gone: Piece[] = [];
  for (const [at, half] of halves) {
    const { stay, go } = pressing(times[at]!, half, asked);
    if (!so.put(at, [...stay, half])) return null;
    gone.push(...go);
  }
  gone.sort((one, other) => one.by - other.by);
  return gone.every((one) => so.lay(one))
    ? { times: so.changed, left: without(left, piece) }
    : null;
}

/**
 * A late piece in two halves that are both in time, where what is laid there presses less and finds
 * another place.
 */
export function* madeRoomFor(layout: Layout, asked: Asked): Generator<Change> {
  for (const late of lateIn(layout, asked)) {
    const inTime = [...layout.times.entries()].flatMap(([at, { time }]) =>
      at !== late.from && lateBy(late.piece, time) === 0 ? [at] : [],
    );
    for (const [first, rest] of halvesOf(late.piece, asked))
      for (const at of inTime)
        for (const other of inTime) {
          if (other === at) continue;
          const halves = new Map([
            [at, first],
            [other, rest],
          ]);
          const change = bothSooner(layout, late, { asked, halves });
          if (change) yield change;
        }
  }
}
