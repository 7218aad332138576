import { branched, MOST_BRANCHED } from './branch.ts';
import { roomFound, roughLayout, workedOut } from './first.ts';
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

/** What is done while a layout is looked for. */
interface Search {
  /** in pieces that fit a time, worked out, of one that found no room */
  again: (piece: Piece) => Piece[];
  /** told of each better layout; answers whether to go on */
  tell: (so: Layout) => boolean;
}

/** Share of a time that is filled by what is only about known, so that it mostly fits (judgement). */
const MOSTLY_FITS = 0.97;
/** All that is asked, by what is about known alone. */
function roughly({ about, ...asked }: Asked): Asked {
  if (!about) return asked;
  return {
    ...asked,
    takes: (pieces, time) => {
      const so = about(pieces, time);
      return 'refused' in so ? so : { ...so, atMost: so.atMost / MOSTLY_FITS };
    },
  };
}

/**
 * Pieces laid roughly: the soonest wanted first; where that leaves something out, what serves a part
 * quickest, too, and of that the soonest wanted first.
 */
function begun(pieces: readonly Piece[], rough: Asked): Layout {
  const soonest = roughLayout(soonestFirst(pieces, rough), rough);
  if (soonest.left.length === 0) return soonest;
  const quickest = roughLayout(quickestFirst(pieces, rough), rough);
  const laid = quickest.times.flatMap((time) => time.pieces);
  const both = roughLayout([...soonestFirst(laid, rough), ...quickest.left], rough);
  return [quickest, both].reduce(
    (best, so) => (isLess(costOf(so, rough), costOf(best, rough)) ? so : best),
    soonest,
  );
}

/** Changes that are looked at roughly before the layout is worked out and told (judgement). */
const ROUGH_LOOKS = 10_000;

/**
 * The best layout found of pieces that are about to fit a time: laid and changed by what is about known
 * of them, worked out now and then, and in the end changed by what is worked out.
 */
export function searched(pieces: readonly Piece[], asked: Asked, { again, tell }: Search): Layout {
  const best = new Best(asked, tell);
  const rough = roughly(asked);
  let so = begun(pieces, rough);
  if (!best.take(workedOut(so, asked))) return best.so!;
  // A small book is looked through whole, wherever that begins.
  for (let goesOn = asked.about !== undefined && pieces.length > MOST_BRANCHED; goesOn;) {
    const looks = { left: ROUGH_LOOKS };
    so = improve(so, rough, { moves: MOVES, looks });
    goesOn = looks.left < 0;
    if (!best.take(workedOut(so, asked))) return best.so!;
  }
  const { times, left } = best.so!;
  const found = roomFound({ times, left: left.flatMap(again) }, asked);
  if (best.take(found)) changed(found, asked, best);
  return best.so!;
}
