import { aboutFrom } from './about.ts';
import type { Material } from '../material/index.ts';
import type { TubKnown } from './begun.ts';
import type { BenchTime } from './calendar.ts';
import type { LaidOut } from './layOut.ts';
import { layOut } from './layOut.ts';
import type { Piece } from './piece.ts';
import { readyOf } from './ready.ts';
import type { ShopKnown, Worked } from './takes.ts';
import { worker } from './takes.ts';
import type { Weights } from './weights.ts';

/** The book to be laid out, and all it is laid out by. */
export interface Book extends ShopKnown {
  pieces: readonly Piece[];
  times: readonly BenchTime[];
  /** when what is promised for a day must be shot, ms */
  by: Readonly<Record<string, number>>;
  /** pieces a hand has put on a day, by their keys */
  held: readonly (readonly [string, string])[];
  /** ms on the rack before baits are cured */
  cure: number;
  /** how much counts against a layout; the usual where nothing is said */
  weights?: Weights;
  /** plastic that stands there, which cups are begun from */
  tubs?: readonly TubKnown[];
  /** what stands on the shelf, by which its colour is reckoned */
  materials?: readonly Material[];
}
type Session = Exclude<Worked, { refused: string }>;
/** A book as it is laid, with each time's session; null where nothing is laid. */
export interface LaidBook {
  laid: LaidOut;
  sessions: (Session | null)[];
}

/**
 * Share of its own shooting that a piece keeps beside others: spares are shared, nothing else (a
 * judgement).
 */
const SHARED = 0.85;

const sessionOf = (worked: Worked | null): Session | null =>
  worked && !('refused' in worked) ? worked : null;

/**
 * Lays a book over the times there are.
 * @param better told of each better layout; false ends it with that
 */
export function layBook(book: Book, better?: (so: LaidBook) => boolean | void): LaidBook {
  const { whole, lasts } = worker(book);
  const about = aboutFrom(book);
  const withSessions = (laid: LaidOut): LaidBook => ({
    laid,
    sessions: laid.times.map(({ time, pieces }) =>
      sessionOf(pieces.length > 0 ? whole(pieces, time.pairs) : null),
    ),
  });
  return withSessions(
    layOut({
      pieces: book.pieces,
      times: book.times,
      held: new Map(book.held),
      weights: book.weights,
      by: (due) => book.by[due]!,
      takes: (some, { pairs }) => lasts(some, pairs),
      about: about.takes,
      least: (piece, { pairs }) => SHARED * about.shoots(piece, pairs),
      better: (so) => better?.(withSessions(so)) !== false,
    }),
  );
}

/** What a laying comes to. */
export interface Outcome {
  /** parts of the book that are not cured by their day, or not laid at all */
  late: number;
  sessions: number;
  /** s at the bench in all */
  seconds: number;
  /** g of plastic left over in cups */
  leftG: number;
}
export function outcomeOf({ laid }: LaidBook, { by, cure }: Pick<Book, 'by' | 'cure'>): Outcome {
  const ready = readyOf(laid.times, (due) => by[due]!, cure);
  const left = laid.left.reduce((sum, { piece }) => sum + piece.parts.length, 0);
  return {
    late: ready.filter(({ late }) => late > 0).length + left,
    sessions: laid.times.filter(({ pieces }) => pieces.length > 0).length,
    seconds: laid.times.reduce((sum, { seconds }) => sum + seconds, 0),
    leftG: laid.times.reduce((sum, { leftG }) => sum + leftG, 0),
  };
}
