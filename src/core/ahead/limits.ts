import type { Lane } from '../tape/lanes.ts';
import { tapeOf } from '../tape/tape.ts';
import type { Book, LaidBook } from './book.ts';

/** How long a lane is at work, over all that is laid: s, and its share of all the sessions. */
export interface LaneShare {
  lane: Lane;
  seconds: number;
  share: number;
}
/** Lanes that are at work most, the most first: what comes first limits the book. */
export function laneShares({ sessions }: LaidBook): LaneShare[] {
  const tapes = sessions.flatMap((session) => (session ? [tapeOf(session.laid)] : []));
  const all = tapes.reduce((sum, { ends }) => sum + ends, 0);
  const lanes = new Map<string, LaneShare>();
  for (const { shares } of tapes)
    for (const { lane, seconds } of shares) {
      const before = lanes.get(lane.key)?.seconds ?? 0;
      lanes.set(lane.key, { lane, seconds: before + seconds, share: (before + seconds) / all });
    }
  return [...lanes.values()].sort((one, other) => other.seconds - one.seconds).slice(0, SHOWN);
}
/** Lanes that are told of. */
const SHOWN = 6;

/** s a time at the bench is tried longer by. */
const LONGER = 1800;
/** ms a promise is tried later by. */
const DAY = 86_400_000;

/** The mould that is shot from the most. */
function busiest({ sessions }: LaidBook): { id: number; name: string } | null {
  const shots = new Map<number, { name: string; shots: number }>();
  for (const session of sessions)
    for (const { mould } of session?.plan.shots ?? []) {
      const entry = session!.input.jobs
        .flatMap(({ tools }) => tools.flatMap(({ moulds }) => moulds))
        .find(({ id }) => id === mould);
      if (!entry) continue;
      const before = shots.get(mould)?.shots ?? 0;
      shots.set(mould, { name: entry.mould.name, shots: before + 1 });
    }
  const [most] = [...shots].sort(
    ([one, { shots: many }], [other, { shots: others }]) => others - many || one - other,
  );
  return most ? { id: most[0], name: most[1].name } : null;
}

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
  (book) => ({
    name: 'Another oven',
    book: { ...book, timing: { ...book.timing, ovens: book.timing.ovens + 1 } },
  }),
  (book) => ({
    name: 'Half an hour more, each time',
    book: {
      ...book,
      times: book.times.map((time) => ({ ...time, to: time.to + LONGER * 1000 })),
    },
  }),
  (book) => ({
    name: 'Every promise a day later',
    book: {
      ...book,
      by: Object.fromEntries(Object.entries(book.by).map(([due, at]) => [due, at + DAY])),
      pieces: book.pieces.map((piece) => ({ ...piece, by: piece.by + DAY })),
    },
  }),
];
export const triesOf = (book: Book, so: LaidBook): Try[] =>
  TRIES.flatMap((row) => row(book, so) ?? []);
