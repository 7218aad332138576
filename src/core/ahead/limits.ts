import type { LaneKey } from '../plan/lanes.ts';
import { LANES } from '../plan/lanes.ts';
import type { Book, LaidBook } from './book.ts';

/** How long each lane is at work or waited for, over all that is laid, s and share. */
export interface LaneShare {
  lane: LaneKey;
  seconds: number;
  share: number;
}
/** What the time at the bench goes to, the most first: what comes first limits it. */
export function laneShares({ sessions }: LaidBook): LaneShare[] {
  const phases = sessions.flatMap((session) => session?.timing.phases ?? []);
  const all = phases.reduce((sum, { seconds }) => sum + seconds.mid, 0);
  return (Object.keys(LANES) as LaneKey[])
    .map((lane) => {
      const seconds = phases
        .filter((phase) => phase.lane === lane)
        .reduce((sum, phase) => sum + phase.seconds.mid, 0);
      return { lane, seconds, share: all > 0 ? seconds / all : 0 };
    })
    .sort((one, other) => other.seconds - one.seconds);
}

/** What another pair of hands does beside the one that shoots. */
const BESIDE = [
  'emptied',
  'mouldOpened',
  'marked',
  'returned',
  'racked',
  'loaded',
  'kept',
] as const;
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
    name: 'Another pair of hands, to open, look and rack',
    book: {
      ...book,
      timing: {
        ...book.timing,
        hands: {
          ...book.timing.hands,
          ...Object.fromEntries(BESIDE.map((kind) => [kind, { mean: 0, sd: 0 }])),
        },
      },
    },
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
