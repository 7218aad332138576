import { branched, type Branched } from './branch.ts';
import { roomFound, workedOut } from './first.ts';
import { improve } from './improve.ts';
import { HALVES, MOVES } from './moves.ts';
import type { Piece } from './piece.ts';
import { type Asked, costOf, isLess, type Layout } from './place.ts';
import { begun, type ByBoth, changedRoughly, partlyAnew, roughly } from './rough.ts';

/** The best layout found so far; whoever waits is told of each. */
class Best {
  so: Layout | null = null;
  isOn = true;
  constructor(
    private readonly asked: Asked,
    private readonly tell: (so: Layout) => boolean,
  ) {}
  /** Keeps a layout that is better than all before. @returns whether to go on */
  readonly take = (so: Layout): boolean => {
    if (!this.so || isLess(costOf(so, this.asked), costOf(this.so, this.asked))) {
      this.so = so;
      this.isOn = this.tell(so);
    }
    return this.isOn;
  };
}

/**
 * A layout changed as long as that makes it better: whole pieces first, then with halves. What is small
 * enough to be looked through whole is, with each half.
 * @returns whether none is better
 */
function changed(start: Branched, asked: Asked, { take: told }: Best): boolean {
  let { so, isBest } = start;
  while (told(so)) {
    if (!isBest) so = improve(so, asked, { moves: MOVES, told });
    const moves = isBest ? HALVES : [...MOVES, ...HALVES];
    const halved = improve(so, asked, { moves, told });
    if (halved === so) return isBest;
    ({ so, isBest } = branched(halved, asked) ?? { so: halved, isBest: false });
  }
  return false;
}

/** What is done while a layout is looked for. */
interface Search {
  /** in pieces that fit a time, worked out, of one that found no room */
  again: (piece: Piece) => Piece[];
  /** told of each better layout; answers whether to go on */
  tell: (so: Layout) => boolean;
}

/** A small book looked through whole, what finds no room cut where it may be too long. */
function smallSearched(first: Branched, asked: Asked, { again }: Search): Branched {
  const { times, left } = first.so;
  const cuts = left.flatMap(again);
  if (cuts.length === left.length && cuts.every((piece, nth) => piece === left[nth])) return first;
  const so = { times, left: cuts };
  return branched(so, asked) ?? { so, isBest: false };
}

/**
 * A book changed by what is about known of its pieces, worked out now and then, with what finds no room
 * cut and laid where there is some.
 */
function roughlySearched(
  first: Layout,
  asked: Asked,
  { again, best, rough }: Pick<Search, 'again'> & { best: Best; rough: Asked },
): Branched {
  const byBoth: ByBoth = { rough, asked, told: best.take };
  if (asked.about) partlyAnew(changedRoughly(first, byBoth), byBoth);
  if (!best.isOn) return { so: best.so!, isBest: false };
  const { times, left } = best.so!;
  return { so: roomFound({ times, left: left.flatMap(again) }, asked), isBest: false };
}

/**
 * The best layout found of pieces that are about to fit a time, and in the end changed by what is worked
 * out. What is told first is laid by what is about known, and worked out.
 */
export function searched(pieces: readonly Piece[], asked: Asked, search: Search): Branched {
  const best = new Best(asked, search.tell);
  const rough = roughly(asked);
  const first = workedOut(begun(pieces, rough), asked);
  let isBest = false;
  if (best.take(first)) {
    const small = branched(first, asked);
    const found = small
      ? smallSearched(small, asked, search)
      : roughlySearched(first, asked, { ...search, best, rough });
    if (best.isOn) isBest = changed(found, asked, best);
  }
  return { so: best.so!, isBest };
}
