import type { BenchTime } from './calendar.ts';
import type { Piece } from './piece.ts';
import { split } from './piece.ts';
import { type Asked, lasting } from './place.ts';

/** The most baits of a piece that fit into a time; 0 where not one does. */
function mostThatFit(piece: Piece, longest: BenchTime, { takes, by }: Asked): number {
  let [fits, over] = [0, piece.baits];
  while (over - fits > 1) {
    const tried = Math.floor((fits + over) / 2);
    const took = takes([split(piece, tried, by)[0]], longest);
    if (!('refused' in took) && took.atMost <= lasting(longest)) fits = tried;
    else over = tried;
  }
  return fits;
}

/** The time most can be shot in; undefined where there is none. */
const longestOf = (times: readonly BenchTime[]): BenchTime | undefined =>
  times.reduce<BenchTime | undefined>(
    (longest, time) =>
      !longest || lasting(time) * time.pairs > lasting(longest) * longest.pairs ? time : longest,
    undefined,
  );

/** A piece that is longer than any time there is, in pieces that are not; or why it cannot be shot. */
export function cut(piece: Piece, asked: Asked): Piece[] | string {
  const longest = longestOf(asked.times);
  if (!longest) return [piece];
  const took = asked.takes([piece], longest);
  if ('refused' in took) return took.refused;
  if (took.atMost <= lasting(longest)) return [piece];
  const fits = mostThatFit(piece, longest, asked);
  if (fits === 0) return 'Not even one shot of it fits into a time there is at the bench.';
  const [first, rest] = split(piece, fits, asked.by);
  const after = cut(rest, asked);
  return typeof after === 'string' ? after : [first, ...after];
}
