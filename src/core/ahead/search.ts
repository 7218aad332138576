import { branched, MOST_BRANCHED } from './branch.ts';
import { firstLayout, roomFound } from './first.ts';
import { improve } from './improve.ts';
import { MOVES, WITH_HALVES } from './moves.ts';
import { quickestFirst, soonestFirst } from './orders.ts';
import type { Piece } from './piece.ts';
import { type Asked, costOf, isLess, type Layout } from './place.ts';

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
  /** Whether another start leaves out so little that it may come to be the best (judgement). */
  mayBecome(so: Layout): boolean {
    const [held, left] = costOf(so, this.asked);
    const [least, fewest] = costOf(this.so!, this.asked);
    return held <= least && left <= 1.1 * fewest + 1;
  }
}

/** A layout changed as long as that makes it better: whole pieces first, then with halves. */
function changed(start: Layout, asked: Asked, { take: told }: Best): void {
  let so = branched(improve(start, asked, { moves: MOVES, told }), asked);
  while (told(so)) {
    const halved = improve(so, asked, { moves: WITH_HALVES, told });
    if (halved === so) return;
    so = branched(halved, asked);
  }
}

/**
 * The best layout found of pieces none of which is longer than a time. It begins with the soonest
 * wanted first; where that leaves something out, with what serves a part quickest as well, and goes
 * on from each that may come to be the best, the better first: a start decides much of where it ends.
 * @param tell of each better one; answers whether to go on
 */
export function searched(
  pieces: readonly Piece[],
  asked: Asked,
  tell: (so: Layout) => boolean,
): Layout {
  const best = new Best(asked, tell);
  const first = firstLayout(soonestFirst(pieces, asked), asked);
  const starts = [first];
  // A small book is looked through whole, wherever that begins.
  if (best.take(first) && first.left.length > 0 && pieces.length > MOST_BRANCHED)
    starts.push(firstLayout(quickestFirst(pieces, asked), asked));
  const [better, other] = starts.sort((one, next) =>
    isLess(costOf(one, asked), costOf(next, asked)) ? -1 : 1,
  );
  for (const start of [better!, other]) {
    if (!start || !best.take(start)) break;
    const so = roomFound(start, asked);
    if (start === other && !best.mayBecome(so)) break;
    if (!best.take(so)) break;
    changed(so, asked, best);
  }
  return best.so!;
}
