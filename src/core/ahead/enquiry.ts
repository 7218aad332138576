import type { Book, LaidBook } from './book.ts';
import { layBook } from './book.ts';
import { chanceBy, curedAt } from './chances.ts';
import type { Piece } from './piece.ts';
import type { PartReady } from './ready.ts';
import { readyOf } from './ready.ts';
import { worker } from './takes.ts';

/** Baits somebody asks for, that are no order yet. */
export interface Enquiry {
  bait: number;
  colourway: number;
  mould: number;
  count: number;
}
/** Its number among the parts of the book, and its day: nothing in the book has either. */
const ASKED = 0;
const DUE = 'asked';

/** Baits asked for, as a piece. @param by when they must be shot, ms; Infinity = whenever it fits */
const asPiece = ({ bait, colourway, mould, count }: Enquiry, by: number, due: string): Piece => ({
  ...{ key: 'asked', bait, colourway, mould, baits: count, by },
  parts: [{ part: ASKED, line: ASKED, for: '', bait, colourway, count, due }],
});
export interface EnquiryAnswer {
  /** when it is cured where it moves nothing else: each day with its chance */
  days: { cured: number; chance: number }[];
  /** why it cannot be shot in the times ahead without moving anything; null where it can */
  refused: string | null;
  /** promised for a day: what else is late then that was not */
  pushes: PartReady[] | null;
}

const lateParts = ({ laid }: LaidBook, { by, cure }: Pick<Book, 'by' | 'cure'>): PartReady[] =>
  readyOf(laid.times, (due) => by[due] ?? Infinity, cure).filter(({ late }) => late > 0);

/** A layout with a piece more, in the first time that has room for it; or why none has. */
function withLast(so: LaidBook, piece: Piece, book: Book): LaidBook | string {
  const { whole: work } = worker(book);
  for (const [nth, { time, pieces }] of so.laid.times.entries()) {
    const session = work([...pieces, piece], time.pairs);
    const alone = 'refused' in session ? work([piece], time.pairs) : session;
    if ('refused' in alone) return alone.refused;
    if ('refused' in session) continue;
    const { mid } = session.timing.all;
    if (session.atMost * 1000 > time.to - time.from) continue;
    return {
      laid: {
        ...so.laid,
        times: so.laid.times.map((one, at) =>
          at === nth
            ? {
                ...{ time, pieces: [...pieces, piece], seconds: mid },
                leftG: session.plan.totals.leftG,
              }
            : one,
        ),
      },
      sessions: so.sessions.map((one, at) => (at === nth ? session : one)),
    };
  }
  return 'No time ahead has room for it beside what is laid there.';
}

/** Each end of a time by which it may be cured, up to the first that is certain. */
function daysOf(so: LaidBook, book: Book, confidence: number): EnquiryAnswer['days'] {
  const lives = curedAt(so, { confidence, cure: book.cure }).get(ASKED);
  return book.times
    .map(({ to }) => to + book.cure)
    .map((cured) => ({ cured, chance: chanceBy(lives, cured) }))
    .filter(({ chance }, nth, all) => chance > 0 && (nth === 0 || all[nth - 1]!.chance < chance));
}

/**
 * When baits somebody asks for can be ready: in the first time that has room for them beside what is
 * laid, with the chance of each day; and where a day is named, which lines would be late if they
 * were promised for it.
 * @param wanted the last moment they can be shot for their day, ms; null = no day is named
 */
export function enquire(
  book: Book,
  asked: Enquiry,
  { confidence, wanted }: { confidence: number; wanted: number | null },
): EnquiryAnswer {
  const before = layBook(book);
  const after = withLast(before, asPiece(asked, Infinity, DUE), book);
  const so =
    typeof after === 'string'
      ? { days: [], refused: after }
      : { days: daysOf(after, book, confidence), refused: null };
  if (wanted === null) return { ...so, pushes: null };
  const first: Book = {
    ...book,
    by: { ...book.by, [DUE]: wanted },
    pieces: [...book.pieces, asPiece(asked, wanted, DUE)],
  };
  const was = new Set(lateParts(before, book).map(({ part }) => part));
  const pushes = lateParts(layBook(first), first).filter(({ part }) => !was.has(part));
  return { ...so, pushes };
}
