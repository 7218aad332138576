import { branched, MOST_BRANCHED } from './branch.ts';
import { roomFound, workedOut } from './first.ts';
import { improve } from './improve.ts';
import { MOVES, WITH_HALVES } from './moves.ts';
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

/** A small book looked through whole, wherever that begins; one that is larger, or takes too long, changed. */
function looked(start: Layout, asked: Asked, told: Best['take']): Layout {
  return branched(start, asked) ?? improve(start, asked, { moves: MOVES, told });
}

/** A layout changed as long as that makes it better: whole pieces first, then with halves. */
function changed(start: Layout, asked: Asked, { take: told }: Best): void {
  let so = looked(start, asked, told);
  while (told(so)) {
    const halved = improve(so, asked, { moves: WITH_HALVES, told });
    if (halved === so) return;
    so = looked(halved, asked, told);
  }
}

/** What is done while a layout is looked for. */
interface Search {
  /** in pieces that fit a time, worked out, of one that found no room */
  again: (piece: Piece) => Piece[];
  /** told of each better layout; answers whether to go on */
  tell: (so: Layout) => boolean;
}

/**
 * The best layout found of pieces that are about to fit a time: laid and changed by what is about known
 * of them, worked out now and then, and in the end changed by what is worked out.
 */
export function searched(pieces: readonly Piece[], asked: Asked, { again, tell }: Search): Layout {
  const best = new Best(asked, tell);
  const rough = roughly(asked);
  const byBoth: ByBoth = { rough, asked, told: best.take };
  const first = workedOut(begun(pieces, rough), asked);
  // A small book is looked through whole, wherever that begins.
  if (best.take(first) && asked.about && pieces.length > MOST_BRANCHED)
    partlyAnew(changedRoughly(first, byBoth), byBoth);
  if (!best.isOn) return best.so!;
  const { times, left } = best.so!;
  const found = roomFound({ times, left: left.flatMap(again) }, asked);
  if (best.take(found)) changed(found, asked, best);
  return best.so!;
}
