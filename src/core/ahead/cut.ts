import type { BenchTime } from './calendar.ts';
import type { Piece } from './piece.ts';
import { split } from './piece.ts';
import { type Asked, lasting, WORTH_A_LOOK } from './place.ts';

/** Share of a time that a piece's first half fills when it fills it well enough (judgement). */
const WELL = 0.92;
/**
 * Baits of a piece that fill a time, or nearly; 0 where not one fits. What they take is near enough in
 * proportion that the next to be tried lies where it would fit (regula falsi), in the middle where
 * that comes no nearer.
 * @param took s all of it takes at most
 */
function mostThatFit(
  piece: Piece,
  longest: BenchTime,
  { took, asked: { takes, by } }: { took: number; asked: Asked },
): number {
  const room = lasting(longest);
  let fits = { baits: 0, atMost: 0 };
  let over = { baits: piece.baits, atMost: took };
  for (let nth = 1; over.baits - fits.baits > 1 && fits.atMost < WELL * room; nth++) {
    const between = over.baits - fits.baits;
    const share = nth % 3 === 0 ? 0.5 : (room - fits.atMost) / (over.atMost - fits.atMost);
    const inside = Math.min(between - 1, Math.max(1, Math.floor(between * share)));
    const baits = fits.baits + inside;
    const tried = takes([split(piece, baits, by)[0]], longest);
    if ('refused' in tried || tried.atMost > room)
      over = { baits, atMost: 'refused' in tried ? over.atMost : tried.atMost };
    else fits = { baits, atMost: tried.atMost };
  }
  return fits.baits;
}

/** The time most can be shot in; undefined where there is none. */
const longestOf = (times: readonly BenchTime[]): BenchTime | undefined =>
  times.reduce<BenchTime | undefined>(
    (longest, time) =>
      !longest || lasting(time) * time.pairs > lasting(longest) * longest.pairs ? time : longest,
    undefined,
  );

/** Share of a time from which what a piece is about to take leaves in doubt whether it fits (judgement). */
const IN_DOUBT = 0.85;

/**
 * A piece that is longer than any time there is, in pieces that are not, as far as is about known; or why
 * it cannot be shot.
 */
export function cut(piece: Piece, asked: Asked): Piece[] | string {
  const longest = longestOf(asked.times);
  if (!longest) return [piece];
  const { about, ...workedOut } = asked;
  const so = about?.([piece], longest);
  const took = !so || 'refused' in so ? asked.takes([piece], longest) : so;
  if ('refused' in took) return took.refused;
  const may = took === so ? WORTH_A_LOOK : 1;
  if (took.atMost <= may * lasting(longest)) return [piece];
  const fits = mostThatFit(piece, longest, {
    took: took.atMost,
    asked: { ...asked, takes: about ?? asked.takes },
  });
  if (fits === 0)
    return about
      ? cut(piece, workedOut)
      : 'Not even one shot of it fits into a time there is at the bench.';
  const [first, rest] = split(piece, fits, asked.by);
  const after = cut(rest, asked);
  return typeof after === 'string' ? after : [first, ...after];
}

/** The same of a piece that found no room, worked out where it may be longer than any time after all. */
export function cutAgain(piece: Piece, { about, ...workedOut }: Asked): Piece[] | string {
  const longest = longestOf(workedOut.times);
  const so = longest && about?.([piece], longest);
  const isShort = so && !('refused' in so) && so.atMost < IN_DOUBT * lasting(longest);
  return isShort ? [piece] : cut(piece, workedOut);
}
