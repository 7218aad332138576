import type { Book, Piece } from '../../../src/core/ahead/index.ts';
import { worker } from '../../../src/core/ahead/index.ts';
import { chanceOfEnough } from '../../../src/core/yield/index.ts';

/** Share of baits a hand shoots over what is promised. */
const SPARE = 0.1;
/** What a fortnight comes to: minutes at the bench, g of plastic left over, lines not cured in time. */
export interface Comes {
  minutes: number;
  leftG: number;
  late: number;
  /** pieces that come out short, by the chance of each */
  short: number;
}
const withSpare = (piece: Piece): Piece => ({
  ...piece,
  baits: Math.ceil((1 + SPARE) * piece.baits),
  parts: piece.parts.map((part) => ({ ...part, count: Math.ceil((1 + SPARE) * part.count) })),
});

/** s an evening has; none after the last. */
const lasting = ({ times }: Book, at: number): number =>
  times[at] ? (times[at].to - times[at].from) / 1000 : 0;

/**
 * A book laid by habit: by promised day, one colour at a time, one mould at a time, a tenth spare.
 * What does not fit an evening any more waits for the next.
 * @param spares a tenth, as a hand does; or as many as the planner shoots, so that only the laying
 *   differs
 */
export function byHabit(book: Book, spares: 'a tenth' | 'by chance'): Comes {
  // A hand that shoots a tenth more takes every bait for good.
  const { whole } = worker(
    spares === 'a tenth'
      ? { ...book, defaults: { ...book.defaults, good: 0.999, confidence: 0.5 } }
      : book,
  );
  const comes = { minutes: 0, leftG: 0, late: 0, short: 0 };
  const { good, settings } = book.defaults;
  const room = book.times.map(({ from, to }) => (to - from) / 1000);
  let at = 0;
  for (const piece of [...book.pieces].sort((one, other) => one.by - other.by)) {
    const worked = whole([spares === 'a tenth' ? withSpare(piece) : piece], 1);
    if ('refused' in worked) {
      comes.late += piece.parts.length;
      continue;
    }
    // What does not fit waits for the next evening; what is longer than one goes on in another.
    let seconds = worked.timing.all.mid;
    while (at < room.length && room[at]! < seconds) {
      if (seconds > lasting(book, at + 1)) seconds -= room[at]!;
      at += 1;
    }
    const time = book.times[at];
    if (!time) {
      comes.late += piece.parts.length;
      continue;
    }
    room[at]! -= seconds;
    comes.minutes += worked.timing.all.mid / 60;
    comes.leftG += worked.plan.totals.leftG;
    comes.short +=
      1 -
      chanceOfEnough(piece.baits, worked.plan.totals.baits, {
        share: good,
        strength: settings.strength,
      });
    comes.late += piece.parts.filter(({ due }) => time.to > book.by[due]!).length;
  }
  return comes;
}
