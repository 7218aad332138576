import { laidAnew } from './anew.ts';
import { roughLayout, workedOut } from './first.ts';
import { improve } from './improve.ts';
import { MOVES } from './moves.ts';
import { quickestFirst, soonestFirst } from './orders.ts';
import type { Piece } from './piece.ts';
import { type Asked, costOf, isLess, type Layout } from './place.ts';

/**
 * Shares of a time that are filled by what is about known, by itself or from a set that was worked out,
 * so that it mostly fits (judgements).
 */
const MOSTLY_FITS = { alone: 0.97, from: 0.985 } as const;

/** All that is asked, by what is about known alone. */
export function roughly({ about, ...asked }: Asked): Asked {
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
export function begun(pieces: readonly Piece[], rough: Asked): Layout {
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

/** What a layout is changed by roughly: what is about known of it, and what is worked out. */
export interface ByBoth {
  rough: Asked;
  asked: Asked;
  /** told of each better layout; answers whether to go on */
  told: (so: Layout) => boolean;
}

/** Changes that are looked at before a layout is worked out and told (judgement). */
const ROUGH_LOOKS = 10_000;
/** A layout changed by what is about known, worked out, and so on, as long as that makes it better. */
export function changedRoughly(start: Layout, { rough, asked, told }: ByBoth): Layout {
  let so = start;
  while (told(so)) {
    const looks = { left: ROUGH_LOOKS };
    const next = workedOut(improve(so, rough, { moves: MOVES, looks }), asked);
    if (!isLess(costOf(next, asked), costOf(so, asked))) break;
    so = next;
  }
  return so;
}

/** Tries in vain after which nothing more is taken apart, and changes each is looked at for (judgements). */
const IN_VAIN = 30;
const ANEW_LOOKS = 1000;
/** Share by which a layout may be about to cost more, and is worked out yet (judgement). */
const UNSURE = 0.01;
/** Whether a layout only about known may be better than one worked out. */
function mayBe(about: Layout, so: Layout, asked: Asked): boolean {
  const [held, left, against] = costOf(about, asked);
  return isLess([held, left, (1 - UNSURE) * against], costOf(so, asked));
}

/** A layout some times of which are taken apart and laid anew, as long as one of so many tries is better. */
export function partlyAnew(start: Layout, { rough, asked, told }: ByBoth): Layout {
  let so = start;
  let inVain = 0;
  for (let nth = 1; inVain < IN_VAIN && told(so); nth++) {
    inVain += 1;
    const looks = { left: ANEW_LOOKS };
    const changed = improve(laidAnew(so, rough, nth), rough, { moves: MOVES, looks });
    if (!mayBe(changed, so, asked)) continue;
    const next = workedOut(changed, asked);
    if (isLess(costOf(next, asked), costOf(so, asked))) [so, inVain] = [next, 0];
  }
  return so;
}
