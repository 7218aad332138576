import type { Vessel } from '../build/tools.ts';
import type { WantedPart } from '../plan/draft.ts';
import type { Entry } from '../plan/shelf.ts';
import type { Book, LaidBook } from './book.ts';
import { lanesAtWork } from './limits.ts';
import { readyOf } from './ready.ts';
import { laneKey } from '../tape/lanes.ts';

/** s a time at the bench is tried longer by. */
const LONGER = 1800;
/** ms a promise is tried later by. */
const DAY = 86_400_000;

/** The mould that is at work longest. */
function busiest(laid: LaidBook): { id: number; name: string } | null {
  const lane = lanesAtWork(laid).find((one) => one.lane.kind === 'mould')?.lane;
  const entry = laid.sessions
    .flatMap((session) => session?.input.jobs ?? [])
    .flatMap(({ tools }) => tools.flatMap(({ moulds }) => moulds))
    .find(({ id }) => laneKey('mould', id) === lane?.key);
  return entry ? { id: entry.id, name: entry.mould.name } : null;
}

/** The part that is late by most; where none is, the one promised soonest. */
function mostPressed({ by, cure }: Book, { laid }: LaidBook): WantedPart | null {
  const left = laid.left.flatMap(({ piece }) => piece.parts);
  const ready = readyOf(laid.times, (due) => by[due]!, cure);
  const late = [...ready].sort((one, other) => other.late - one.late)[0];
  return late && late.late > 0 ? late : (left[0] ?? ready[0] ?? null);
}
/** A book in which one part is promised a day later. */
function dayLater(book: Book, part: number): Book {
  const later = (due: string) => `${due}, a day later`;
  const isIt = (one: WantedPart) => one.part === part;
  const by: Record<string, number> = { ...book.by };
  const pieces = book.pieces.map((piece) => {
    if (!piece.parts.some(isIt)) return piece;
    const parts = piece.parts.map((one) => (isIt(one) ? { ...one, due: later(one.due) } : one));
    for (const one of piece.parts.filter(isIt)) by[later(one.due)] = book.by[one.due]! + DAY;
    return { ...piece, parts, by: Math.min(...parts.map(({ due }) => by[due]!)) };
  });
  return { ...book, by, pieces };
}

/** The largest cup that is charged again while it is shot from; null where none is. */
function chargedAgain({ sessions }: LaidBook): Entry<Vessel> | null {
  const again = sessions.flatMap((session) =>
    (session?.plan.cups ?? [])
      .filter(({ charges }) => charges.length > 1)
      .flatMap(({ id }) => session!.input.cups.find((cup) => cup.id === id)?.vessel ?? []),
  );
  const [most] = again.sort((one, other) => other.vessel.volume - one.vessel.volume);
  return most ? { id: most.id, spec: most.vessel } : null;
}
const HALF_AGAIN = 1.5;
/** A cup of the same shape that holds half as much again. */
const larger = ({ spec }: Entry<Vessel>): Entry<Vessel> => ({
  id: LARGER,
  spec: {
    ...spec,
    name: `a larger ${spec.name}`,
    volume: HALF_AGAIN * spec.volume,
    bore: Math.cbrt(HALF_AGAIN) * spec.bore,
  },
});
/** Number of a cup that is not there: a larger one than any that is. */
const LARGER = 1_000_001;

/** Something the shop might have more of: what the book would be laid with then. */
export interface Try {
  name: string;
  book: Book;
}
/** What is tried, each a row: nothing where it cannot help this book. */
const TRIES: ((book: Book, so: LaidBook) => Try | null)[] = [
  (book, so) => {
    const mould = busiest(so);
    return mould && { name: `A second ${mould.name}`, book: { ...book, twice: mould.id } };
  },
  (book) => ({
    name: 'Another pair of hands, to pull, look, rack and lay inserts',
    book: { ...book, timing: { ...book.timing, pairs: (book.timing.pairs ?? 1) + 1 } },
  }),
  (book) => {
    const { ovens } = book.timing;
    // Another like the first: it is what one would buy.
    const more = [...ovens, ovens[0]!];
    return { name: 'Another oven', book: { ...book, timing: { ...book.timing, ovens: more } } };
  },
  (book) => ({
    name: 'Half an hour more, each time',
    book: {
      ...book,
      times: book.times.map((time) => ({ ...time, to: time.to + LONGER * 1000 })),
    },
  }),
  (book, so) => {
    const part = mostPressed(book, so);
    if (!part) return null;
    const bait = book.shelf.baits.find(({ id }) => id === part.bait)?.spec.name ?? '';
    return {
      name: `${part.for}’s ${part.count} ${bait} a day later`,
      book: dayLater(book, part.part),
    };
  },
  (book, so) => {
    const cup = chargedAgain(so);
    return (
      cup && {
        name: `A cup half as large again as ${cup.spec.name}`,
        book: { ...book, shelf: { ...book.shelf, vessels: [...book.shelf.vessels, larger(cup)] } },
      }
    );
  },
];
export const triesOf = (book: Book, so: LaidBook): Try[] =>
  TRIES.flatMap((row) => row(book, so) ?? []);
