import { normal, seeded } from '../chance.ts';
import { Z80 } from '../quantiles.ts';
import { eachOf } from '../yield/spares.ts';
import type { Timing } from '../tape/timing.ts';
import type { LaidBook } from './book.ts';
import type { Laid } from './layOut.ts';
import { jobOf } from './jobOf.ts';
import type { Piece } from './piece.ts';

/** How often the times ahead are lived through. */
const RUNS = 500;
/** s of making ready that a piece carried over costs again: woken, cooked, warmed (judgement). */
const AGAIN = 900;
/** Share of a piece that is shot again where it came short: a shot or two (judgement). */
const SHORT = 0.15;
/** What a piece is that is shot again for what it lacks. */
const SHORT_OF = { isBegun: true, isShort: true } as const;
/** Share of what it likely takes that no evening is shorter than. */
const LEAST = 0.5;

type Session = LaidBook['sessions'][number];

/** Work that is to be done at a time: a piece, or what is left of it. */
interface Work {
  piece: Piece;
  /** s it likely takes */
  seconds: number;
  /** it was begun at a time before: its cups and its metal are cold */
  isBegun: boolean;
  /** it came short once, and is shot again until there is enough */
  isShort: boolean;
}
interface Known {
  /** chance of enough that the shop chose: of pieces whose session nobody has planned */
  confidence: number;
  /** ms on the rack */
  cure: number;
}

/** A piece's share of a session, by its baits. */
function worksOf({ pieces, seconds }: Laid): Work[] {
  const baits = pieces.reduce((sum, piece) => sum + piece.baits, 0);
  return pieces
    .map((piece) => ({
      piece,
      seconds: (seconds * piece.baits) / Math.max(1, baits),
      isBegun: false,
      isShort: false,
    }))
    .sort((one, other) => one.piece.by - other.piece.by);
}

/** How much longer than it likely takes an evening turns out. */
function stretch(chance: () => number, timing: Timing | null): number {
  const { mid, high } = timing?.all ?? { mid: 1, high: 1 };
  const sd = (high - mid) / Z80 / mid;
  return Math.max(LEAST, normal(chance, 1, sd));
}

/**
 * Chance that a piece comes good with the spares its session is planned with: shots are whole, so it
 * is more than was chosen. Where it is not planned, what was chosen: more where it is one of several
 * in a pack.
 */
function enoughOf(piece: Piece, session: Session, confidence: number): number {
  const key = jobOf(piece);
  const planned = session?.plan.runs.find((run) => run.key === key);
  return (
    planned?.chance ?? eachOf(confidence, Math.max(...piece.parts.map((part) => part.parts ?? 1)))
  );
}
/** The chance of each piece of a layout, worked out once for all its lives. */
const enoughIn = ({ laid, sessions }: LaidBook, confidence: number): Map<Piece, number> =>
  new Map(
    laid.times.flatMap(({ pieces }, nth) =>
      pieces.map((piece) => [piece, enoughOf(piece, sessions[nth] ?? null, confidence)] as const),
    ),
  );

/** What chance does in one life: how much longer each time turns out, and the luck of each piece. */
interface Luck {
  longer: number[];
  pieces: Map<Piece, number>;
}
/**
 * Drawn all at once and in one order, whatever comes of it: two layouts of the same pieces are lived
 * through with the same luck, and what is better of one is no accident.
 */
const luckOf = ({ laid, sessions }: LaidBook, chance: () => number): Luck => ({
  longer: laid.times.map((_, nth) => stretch(chance, sessions[nth]?.timing ?? null)),
  pieces: new Map(laid.times.flatMap(({ pieces }) => pieces.map((piece) => [piece, chance()]))),
});

/** The times ahead lived through once: when each piece is cured, ms; those never done are left out. */
function livedOnce(
  { laid }: LaidBook,
  { enough, cure }: { enough: ReadonlyMap<Piece, number>; cure: number },
  luck: Luck,
): Map<Piece, number> {
  const cured = new Map<Piece, number>();
  let carried: Work[] = [];
  for (const [nth, one] of laid.times.entries()) {
    const works = [...carried, ...worksOf(one)];
    if (works.length === 0) continue;
    carried = [];
    const longer = luck.longer[nth]!;
    const room = (one.time.to - one.time.from) / 1000;
    let at = 0;
    for (const work of works) {
      at += work.isBegun ? AGAIN : 0;
      const takes = work.seconds * longer;
      if (at + takes > room) {
        const shot = Math.max(0, room - at) / longer;
        carried.push({ ...work, seconds: work.seconds - shot, isBegun: work.isBegun || shot > 0 });
        at = room;
        continue;
      }
      at += takes;
      if (work.isShort || luck.pieces.get(work.piece)! < enough.get(work.piece)!)
        cured.set(work.piece, one.time.to + cure);
      else carried.push({ piece: work.piece, seconds: SHORT * work.seconds, ...SHORT_OF });
    }
  }
  return cured;
}

/** When a part of the book is cured, over many lives of the times ahead: ms, the soonest first. */
export type CuredAt = Map<number, number[]>;
/**
 * When each part is cured, by simulation: evenings are as much longer or shorter than they likely
 * are as their own range says, what is not done goes to the next time, and what came short is shot
 * again there. Lives in which a part is never done count as never.
 * @param seed the same one, the same chances
 */
export function curedAt(so: LaidBook, known: Known, seed = 1): CuredAt {
  const chance = seeded(seed);
  const all: CuredAt = new Map();
  const enough = enoughIn(so, known.confidence);
  for (let run = 0; run < RUNS; run++) {
    const cured = livedOnce(so, { enough, cure: known.cure }, luckOf(so, chance));
    const parts = new Map<number, number>();
    for (const { pieces } of so.laid.times)
      for (const piece of pieces)
        for (const { part } of piece.parts)
          parts.set(part, Math.max(parts.get(part) ?? 0, cured.get(piece) ?? Infinity));
    for (const [part, at] of parts) all.set(part, [...(all.get(part) ?? []), at]);
  }
  for (const lives of all.values()) lives.sort((one, other) => one - other);
  return all;
}
/** Chance that a part is cured by a moment, ms; 0 for one that is laid nowhere. */
export const chanceBy = (lives: readonly number[] | undefined, by: number): number =>
  lives && lives.length > 0 ? lives.filter((at) => at <= by).length / lives.length : 0;
