import { runsOf, sizesOf } from '../plan/run.ts';
import { SUREST } from '../plan/surest.ts';
import type { Book, LaidBook } from './book.ts';
import { fewestLate } from './fewestLate.ts';
import { chosenKey } from './jobOf.ts';
import { type LeastWork, leastWork, mostServed } from './leastWork.ts';
import type { Piece } from './piece.ts';
import { worker } from './takes.ts';

/** What no layout of a book does better than, whatever is shot when and beside what. */
export interface Bound {
  /** s at the bench for all that is laid */
  seconds: number;
  /** parts that are late or laid nowhere */
  late: number;
}
/** What baits of one kind take, and how many wanted a shot serves at the most. */
interface Kind {
  work: LeastWork;
  served: number;
}
type Kinds = ReadonlyMap<string, Kind>;

/** Pieces of one bait in one colourway are of one kind: no job is of more than all of them. */
const kindOf = ({ bait, colourway, chosen }: Piece): string =>
  `${bait}/${colourway}/${chosenKey(chosen) ?? ''}`;
function baitsBy(pieces: readonly Piece[]): Map<string, number> {
  const baits = new Map<string, number>();
  for (const piece of pieces)
    baits.set(kindOf(piece), (baits.get(kindOf(piece)) ?? 0) + piece.baits);
  return baits;
}

function kindsOf(book: Book, pieces: readonly Piece[]): Kinds {
  const { whole } = worker(book);
  const pairs = Math.max(1, ...book.times.map((time) => time.pairs));
  const most = baitsBy(pieces);
  const kinds = new Map<string, Kind>();
  for (const piece of pieces) {
    const kind = kindOf(piece);
    const session = kinds.has(kind) ? null : whole([piece], pairs);
    if (!session || 'refused' in session) continue;
    const { tools } = runsOf(session.input.jobs[0]!).at(-1)!;
    const { good, strength = session.input.settings.strength, cavities } = tools;
    const served = mostServed(
      { share: good, strength, cavities },
      {
        cavities: Math.max(...sizesOf(tools.moulds)),
        most: most.get(kind)!,
        // Surer than that no job is planned.
        confidence: Math.min(SUREST, book.defaults.confidence),
      },
    );
    if (served > 0) kinds.set(kind, { work: leastWork(session), served });
  }
  return kinds;
}

/** Shots of each kind for some pieces: whole ones. */
const shotsOf = (pieces: readonly Piece[], kinds: Kinds): [LeastWork, number][] =>
  [...baitsBy(pieces)].flatMap(([kind, baits]): [LeastWork, number][] => {
    const own = kinds.get(kind);
    return own ? [[own.work, Math.ceil(baits / own.served - 1e-9)]] : [];
  });

/** s to make each mix ready once, by its number. */
function readyOf(all: readonly [LeastWork, number][]): Map<number, number> {
  const ready = new Map<number, number>();
  for (const [{ ready: own }] of all)
    for (const [mix, seconds] of own) ready.set(mix, Math.min(ready.get(mix) ?? Infinity, seconds));
  return ready;
}
const sumOf = (figures: Iterable<number>): number =>
  [...figures].reduce((sum, one) => sum + one, 0);

/** Parts that are late in any layout, by the hands each takes and what there is of them until its day. */
function lateOf({ times, by }: Book, pieces: readonly Piece[], kinds: Kinds): number {
  const parts = new Map<number, { due: string; seconds: number }>();
  for (const piece of pieces) {
    const own = kinds.get(kindOf(piece));
    const each = own ? own.work.perShot / own.served : 0;
    for (const { part, due, count } of piece.parts)
      parts.set(part, { due, seconds: (parts.get(part)?.seconds ?? 0) + count * each });
  }
  const room = (due: string): number =>
    sumOf(times.filter(({ to }) => to <= by[due]!).map(({ from, to }) => (to - from) / 1000));
  return fewestLate([...parts.values()].map(({ due, seconds }) => ({ seconds, room: room(due) })));
}

/**
 * What no layout of a book does better than, since hands do one thing at a time: all that is laid takes
 * at least as long as they do, with as few spares as its chance asks and each colour made ready once;
 * and of what is promised by a moment no more is shot by then than they get done (the fewest jobs late
 * on one machine; Moore 1968, *Management Science* 15).
 */
export function boundOf(book: Book, { laid }: Pick<LaidBook, 'laid'>): Bound {
  const pieces = laid.times.flatMap((time) => time.pieces);
  const all = [...pieces, ...laid.left.map(({ piece }) => piece)];
  const kinds = kindsOf(book, all);
  const shots = shotsOf(pieces, kinds);
  return {
    seconds: sumOf([
      ...readyOf(shots).values(),
      ...shots.map(([{ perShot }, count]) => perShot * count),
    ]),
    late: lateOf(book, all, kinds),
  };
}
