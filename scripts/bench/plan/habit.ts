import type { Book, LaidBook, Piece, Worked } from '../../../src/core/ahead/index.ts';
import { jobOf, worker } from '../../../src/core/ahead/index.ts';
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
/** Habit's fortnight: what it comes to as it is meant, and as it is laid, to be lived through. */
export interface Habit {
  comes: Comes;
  laid: LaidBook;
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
export function byHabit(book: Book, spares: 'a tenth' | 'by chance'): Habit {
  // A hand that shoots a tenth more takes every bait for good.
  const { whole } = worker(
    spares === 'a tenth'
      ? { ...book, defaults: { ...book.defaults, good: 0.999, confidence: 0.5 } }
      : book,
  );
  const comes = { minutes: 0, leftG: 0, late: 0, short: 0 };
  const { good, settings } = book.defaults;
  const room = book.times.map(({ from, to }) => (to - from) / 1000);
  const evenings: Piece[][] = book.times.map(() => []);
  const left: Piece[] = [];
  const chances = new Map<string, number>();
  let at = 0;
  for (const piece of [...book.pieces].sort((one, other) => one.by - other.by)) {
    const worked = whole([spares === 'a tenth' ? withSpare(piece) : piece], 1);
    if ('refused' in worked) {
      comes.late += piece.parts.length;
      left.push(piece);
      continue;
    }
    let first: number | null = null;
    // What does not fit waits for the next evening; what is longer than one goes on in another.
    let seconds = worked.timing.all.mid;
    while (at < room.length && room[at]! < seconds) {
      if (seconds > lasting(book, at + 1)) {
        seconds -= room[at]!;
        first ??= at;
      }
      at += 1;
    }
    const time = book.times[at];
    if (!time) {
      comes.late += piece.parts.length;
      left.push(piece);
      continue;
    }
    evenings[first ?? at]!.push(piece);
    room[at]! -= seconds;
    comes.minutes += worked.timing.all.mid / 60;
    comes.leftG += worked.plan.totals.leftG;
    const enough = chanceOfEnough(piece.baits, worked.plan.totals.baits, {
      share: good,
      strength: settings.strength,
    });
    chances.set(jobOf(piece), enough);
    comes.short += 1 - enough;
    comes.late += piece.parts.filter(({ due }) => time.to > book.by[due]!).length;
  }
  const sessions = evenings.map((pieces) =>
    pieces.length > 0 ? asEnough(whole(pieces, 1), chances) : null,
  );
  const times = book.times.map((time, nth) => ({
    ...{ time, pieces: evenings[nth]!, leftG: 0 },
    seconds: sessions[nth]?.timing.all.mid ?? 0,
  }));
  const why = 'There is no room for it.';
  return {
    comes,
    laid: {
      laid: { times, left: left.map((piece) => ({ piece, why })), sureWithin: null },
      sessions,
    },
  };
}
/** A session whose runs are enough as often as these spares truly are. */
function asEnough(
  worked: Worked,
  chances: ReadonlyMap<string, number>,
): LaidBook['sessions'][number] {
  if ('refused' in worked) return null;
  const runs = worked.plan.runs.map((run) => ({
    ...run,
    chance: chances.get(run.key) ?? run.chance,
  }));
  return { ...worked, plan: { ...worked.plan, runs } };
}
