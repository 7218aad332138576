import { laidAnew } from './anew.ts';
import { branched } from './branch.ts';
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

/** Shares of a time that are filled by what is about known, alone or from a set worked out, so that it mostly fits (judgements). */
const MOSTLY_FITS = { alone: 0.97, from: 0.985 } as const;
/** All that is asked, by what is about known alone. */
function roughly({ about, ...asked }: Asked): Asked {
  if (!about) return asked;
  return {
    ...asked,
    takes: (pieces, time, laid) => {
      const so = about(pieces, time, laid);
      if ('refused' in so) return so;
      const full = laid && laid.pieces.length > 0 ? MOSTLY_FITS.from : MOSTLY_FITS.alone;
      return { ...so, atMost: so.atMost / full };
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

/** Tries in vain after which nothing more is laid anew, and changes each is looked at for (judgements). */
const IN_VAIN = 30;
const ANEW_LOOKS = 1000;
/** Whether a layout only about known may be better than one worked out. */
function mayBe(about: Layout, so: Layout, asked: Asked): boolean {
  const [held, left, against] = costOf(about, asked);
  return isLess([held, left, 0.99 * against], costOf(so, asked));
}

/**
 * The best layout found of pieces that are about to fit a time: laid and changed by what is about known
 * of them, worked out now and then, and in the end changed by what is worked out.
 */
export function searched(pieces: readonly Piece[], asked: Asked, { again, tell }: Search): Layout {
  const best = new Best(asked, tell);
  const rough = roughly(asked);
  let so = workedOut(begun(pieces, rough), asked);
  if (!best.take(so)) return so;
  while (asked.about) {
    const looks = { left: ROUGH_LOOKS };
    const changed = improve(so, rough, { moves: MOVES, looks });
    const next = workedOut(changed, asked);
    if (!isLess(costOf(next, asked), costOf(so, asked))) break;
    so = next;
    if (!best.take(so)) return so;
  }
  for (let [nth, inVain] = [1, 0]; asked.about && inVain < IN_VAIN; nth++) {
    const looks = { left: ANEW_LOOKS };
    const changed = improve(laidAnew(so, rough, nth), rough, { moves: MOVES, looks });
    inVain += 1;
    if (!mayBe(changed, so, asked)) continue;
    const next = workedOut(changed, asked);
    if (!isLess(costOf(next, asked), costOf(so, asked))) continue;
    [so, inVain] = [next, 0];
    if (!best.take(so)) return so;
  }
  const { times, left } = best.so!;
  const found = roomFound({ times, left: left.flatMap(again) }, asked);
  if (best.take(found)) changed(found, asked, best);
  return best.so!;
}
