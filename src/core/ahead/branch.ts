import { heldDay } from './hand.ts';
import { inOrder, type Piece } from './piece.ts';
import {
  aboutWith,
  type Asked,
  type Cost,
  costOf,
  emptyAt,
  isLess,
  type Laid,
  laidWith,
  lateBy,
  type Layout,
} from './place.ts';
import { against, USUAL_WEIGHTS } from './weights.ts';

/** Books of no more pieces are looked through whole. */
const MOST_BRANCHED = 12;
/** Sessions that are worked out at most while they are, and ways to lay a piece that are looked at. */
const MOST_WORKED = 400;
const MOST_LOOKED = 1_000_000;
/**
 * Share of what a session is about to take that it may take less: by what is about known as it stands,
 * and once sessions of the same book say how much it is off (judgements; see `about.ts`).
 */
const MAY_TAKE_LESS = { unsaid: 0.1, said: 0.02 } as const;
/**
 * Share of a layout’s time by which another may be better where all ways were looked through: likely, not
 * proven, since it rests on what is about known.
 */
export const SURE_WITHIN = MAY_TAKE_LESS.said;

/** What a session is about to take: what counts against it without its time, and its time. */
interface Hoped {
  fixed: number;
  seconds: number;
}

/** Pieces of a small book as bits of a number, and its times filled with such sets of them. */
class Sessions {
  private readonly worked = new Map<number, { laid: Laid; against: number } | null>();
  private readonly hoped = new Map<number, Hoped | null>();
  /** s of all that is worked out, and what was about known of it */
  private sum = { worked: 0, about: 0 };
  /** what sessions take at the least, of what they are about to take */
  private least: number;
  constructor(
    readonly pieces: readonly Piece[],
    readonly asked: Asked,
  ) {
    this.least = asked.about ? 1 - MAY_TAKE_LESS.unsaid : 1;
  }
  get count(): number {
    return this.worked.size;
  }
  private readonly keyOf = (at: number, set: number): number => at * 2 ** MOST_BRANCHED + set;
  isWorked(at: number, set: number): boolean {
    return set === 0 || this.worked.has(this.keyOf(at, set));
  }
  private laidBy(by: typeof aboutWith, at: number, set: number): Laid | null {
    const pieces = this.pieces.filter((_, nth) => set & (1 << nth));
    return by(emptyAt(this.asked.times[at]!), pieces, this.asked);
  }
  private against(laid: Laid): number {
    return costOf({ times: [laid], left: [] }, this.asked)[2];
  }
  private hopedOf(at: number, set: number): Hoped | null {
    const key = this.keyOf(at, set);
    const held = this.hoped.get(key);
    if (held !== undefined) return held;
    const about = this.laidBy(aboutWith, at, set);
    // A piece more may use what another leaves over: plastic is not counted before it is worked out.
    const hoped = about && {
      fixed: this.against({ ...about, seconds: 0, leftG: 0 }),
      seconds: about.seconds,
    };
    this.hoped.set(key, hoped);
    return hoped;
  }
  /** What counts at the least against a time so filled; null where it does not fit. */
  leastAgainst(at: number, set: number): number | null {
    const worked = this.worked.get(this.keyOf(at, set));
    if (worked !== undefined) return worked && worked.against;
    const hoped = this.hopedOf(at, set);
    return hoped && hoped.fixed + this.least * hoped.seconds;
  }
  /** Works out a time that is so filled. */
  work(at: number, set: number): void {
    const laid = this.laidBy(laidWith, at, set);
    this.worked.set(this.keyOf(at, set), laid && { laid, against: this.against(laid) });
    const about = this.hopedOf(at, set);
    if (!about || !laid || !this.asked.about) return;
    this.sum.worked += laid.seconds;
    this.sum.about += about.seconds;
    if (this.sum.about > 0)
      this.least = (1 - MAY_TAKE_LESS.said) * (this.sum.worked / this.sum.about);
  }
  /** Works out what is laid at each time of a layout. */
  know({ times }: Layout): void {
    for (const [at, { pieces }] of times.entries())
      if (pieces.length > 0)
        this.work(
          at,
          pieces.reduce((set, piece) => set | (1 << this.pieces.indexOf(piece)), 0),
        );
  }
  /** A layout with each of its times so filled. */
  layoutOf(sets: readonly number[]): Layout {
    const all = sets.reduce((sum, set) => sum | set, 0);
    return {
      times: sets.map(
        (set, at) => this.worked.get(this.keyOf(at, set))?.laid ?? emptyAt(this.asked.times[at]!),
      ),
      left: this.pieces.filter((_, nth) => !(all & (1 << nth))),
    };
  }
}

/** What a piece adds at the least to what counts against a layout, wherever it is laid. */
const leastAdded = (piece: Piece, { times, least, weights = USUAL_WEIGHTS }: Asked): number =>
  Math.min(
    ...times.map((time) =>
      against(
        { late: lateBy(piece, time), sessions: 0, seconds: least?.(piece, time) ?? 0, leftG: 0 },
        weights,
      ),
    ),
  );

/**
 * The layout that may cost the least, of all that may cost less than one there is: every way to lay the
 * pieces, left where it cannot (branch and bound; Land and Doig 1960, *Econometrica* 28). What a
 * session lasts never gets less by a piece more, but for what chance spares.
 */
class Branches {
  /** what the pieces from the nth on add at the least */
  private readonly rest: readonly number[];
  /** times each piece may be laid at */
  private readonly mayGo: readonly number[][];
  private readonly sets: number[];
  private best: number[] | null = null;
  looked = 0;
  constructor(
    private readonly sessions: Sessions,
    private least: Cost,
  ) {
    const { pieces, asked } = sessions;
    const adds = pieces.map((piece) => leastAdded(piece, asked));
    this.rest = [...adds, 0].map((_, nth) => adds.slice(nth).reduce((sum, one) => sum + one, 0));
    this.mayGo = pieces.map((piece) => {
      const day = heldDay(asked.held, piece);
      return [...asked.times.keys()].filter(
        (at) => day === undefined || asked.times[at]!.day === day,
      );
    });
    this.sets = asked.times.map(() => 0);
  }
  /** @returns null where none may cost less */
  found(): number[] | null {
    this.go([0, 0, 0], 0);
    return this.best;
  }
  private go(cost: Cost, nth: number): void {
    const [held, left, against] = cost;
    const isOver = this.looked > MOST_LOOKED;
    if (isOver || !isLess([held, left, against + this.rest[nth]!], this.least)) return;
    if (nth === this.sessions.pieces.length) {
      [this.best, this.least] = [[...this.sets], cost];
      return;
    }
    this.looked += 1;
    for (const { at, adds } of this.ways(nth)) {
      const before = this.sets[at]!;
      this.sets[at] = before | (1 << nth);
      this.go([held, left, against + adds], nth + 1);
      this.sets[at] = before;
    }
    const piece = this.sessions.pieces[nth]!;
    const parts = piece.parts.length;
    const isHeld = heldDay(this.sessions.asked.held, piece) !== undefined;
    this.go([held + (isHeld ? parts : 0), left + parts, against], nth + 1);
  }
  /** Times a piece may be laid at, and what it adds there: the least first. */
  private ways(nth: number): { at: number; adds: number }[] {
    return this.mayGo[nth]!.flatMap((at) => {
      const before = this.sessions.leastAgainst(at, this.sets[at]!);
      const after = this.sessions.leastAgainst(at, this.sets[at]! | (1 << nth));
      return before === null || after === null ? [] : [{ at, adds: after - before }];
    }).sort((one, other) => one.adds - other.adds || one.at - other.at);
  }
}

/** A small book's best layout; and whether there is none better, or too much was to be looked at. */
export interface Branched {
  so: Layout;
  isBest: boolean;
}

/**
 * The best layout of a small book. What may be the best by the least its sessions may take is worked out,
 * until what is worked out is: so few sessions are.
 * @returns the layout it was given, where none is better; null where the book is not small
 */
export function branched(start: Layout, asked: Asked): Branched | null {
  const pieces = inOrder([...start.times.flatMap((time) => time.pieces), ...start.left]);
  if (pieces.length > MOST_BRANCHED) return null;
  const sessions = new Sessions(pieces, asked);
  sessions.know(start);
  let [so, least, looked] = [start, costOf(start, asked), 0];
  while (sessions.count < MOST_WORKED && looked < MOST_LOOKED) {
    const branches = new Branches(sessions, least);
    const sets = branches.found();
    looked += branches.looked;
    if (!sets) return { so, isBest: looked < MOST_LOOKED };
    const unsure = sets.findIndex((set, at) => !sessions.isWorked(at, set));
    if (unsure >= 0) sessions.work(unsure, sets[unsure]!);
    else {
      so = sessions.layoutOf(sets);
      least = costOf(so, asked);
    }
  }
  return { so, isBest: false };
}
