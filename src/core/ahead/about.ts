import { cupsFrom, laidWhere } from '../plan/cupsFor.ts';
import { runsOf } from '../plan/run.ts';
import { remembered } from '../remembered.ts';
import { waysOf } from '../ways.ts';
import { aboutCups } from './aboutCup.ts';
import { type AboutRun, aboutRun } from './aboutRun.ts';
import { AboutSession } from './aboutSession.ts';
import { endedBy, IN_TIME } from './inTime.ts';
import { drafter } from './jobs.ts';
import { inOrder, type Piece } from './piece.ts';
import type { Laid, Takes } from './place.ts';
import { pairsAt, type ShopKnown } from './takes.ts';

/** Why a piece is worked out before anything is said of it. */
const REFUSED = { refused: 'It cannot be shot as it is drafted.' } as const;
/** Share of a session by which it runs over its middle at eight in ten (of sessions worked out). */
const RUNS_OVER = 0.2;
/** How much longer sessions take than what is counted: cups stood before their first draw (likewise). */
const UNCOUNTED = 1.045;

/** Sets whose sums are kept: as many as a few megabytes hold. */
const MOST_KEPT = 100_000;

/** What pieces take, without laying their lanes. */
export interface About {
  /** about how long pieces take together; where one set of a time is worked out, as much more or less than it */
  takes: Takes;
  /** s the hands that shoot are at a piece by itself */
  shoots: (piece: Piece, pairs: number) => number;
}

/** What each run of a piece takes about, once it is asked for; null where it cannot be shot. */
function runsBy(shop: ShopKnown): (piece: Piece) => readonly AboutRun[] | null {
  const { shelf, defaults, timing: known } = shop;
  const { settings } = defaults;
  const ways = waysOf(settings);
  const jobsOf = drafter(shop);
  return remembered((piece) => {
    const jobs = jobsOf([piece]);
    const cups = cupsFrom(shelf, jobs, [], settings);
    const laid = laidWhere({ jobs, cups, settings });
    return (
      laid &&
      jobs
        .flatMap(runsOf)
        .map((run, nth) => ({ run, of: { laid: laid.runs[nth]!, cups } }))
        .filter(({ of }) => of.laid.draws.length > 0)
        .map(({ run, of }) => aboutRun(run, of, { known, ways }))
    );
  });
}

/** What is made of a set of pieces, kept: it is asked for again and again while changes are tried. */
function keptBySet<Made>(
  make: (pieces: readonly Piece[], pairs: number) => Made,
): (pieces: readonly Piece[], pairs: number) => Made {
  let count = 0;
  const numberOf = remembered((_piece: Piece) => (count += 1));
  const kept = new Map<string, { made: Made }>();
  return (pieces, pairs) => {
    const numbers = pieces.map(numberOf).sort((one, other) => one - other);
    const key = String.fromCharCode(pairs, ...numbers);
    const held = kept.get(key);
    if (held) return held.made;
    if (kept.size >= MOST_KEPT) kept.clear();
    const made = make(pieces, pairs);
    kept.set(key, { made });
    return made;
  };
}

/** What pieces are about to take together, each set by itself, by so many pairs of hands of a time. */
function summing(
  shop: ShopKnown,
  runs: ReturnType<typeof runsBy>,
): (pieces: readonly Piece[], pairs: number) => ReturnType<Takes> {
  const { shelf, defaults, timing: known, inTime = IN_TIME } = shop;
  const ways = waysOf(defaults.settings);
  const sessions = new AboutSession(known, aboutCups({ vessels: shelf.vessels, known, ways }));
  return keptBySet((pieces, pairs) => {
    const all: AboutRun[] = [];
    for (const piece of inOrder(pieces)) {
      const own = runs(piece);
      if (!own) return REFUSED;
      all.push(...own);
    }
    const session = sessions.of(all, pairsAt(known, pairs));
    if (!session) return REFUSED;
    const seconds = UNCOUNTED * session.seconds;
    const high = seconds * (1 + RUNS_OVER);
    return { seconds, atMost: endedBy({ mid: seconds, high }, inTime), leftG: session.leftG };
  });
}

/**
 * About how long pieces take together: acts counted and waits by the models of heat, run by run, and no
 * lanes laid.
 */
export function aboutFrom(shop: ShopKnown): About {
  const runs = runsBy(shop);
  const summed = summing(shop, runs);
  const before = remembered(({ pieces, time }: Laid) => summed(pieces, time.pairs));
  const shoots = remembered((piece: Piece) => {
    const all = { own: 0, helped: 0 };
    for (const run of runs(piece) ?? []) {
      all.own += run.draws * run.shoots.own;
      all.helped += run.draws * run.shoots.helped;
    }
    return all;
  });
  return {
    takes: (pieces, { pairs }, laid) => {
      const all = summed(pieces, pairs);
      if ('refused' in all || !laid || laid.pieces.length === 0) return all;
      const was = before(laid);
      if ('refused' in was) return all;
      const seconds = laid.seconds + all.seconds - was.seconds;
      const leftG = Math.max(0, laid.leftG + all.leftG - was.leftG);
      return { seconds, atMost: (seconds * all.atMost) / all.seconds, leftG };
    },
    shoots: (piece, pairs) => {
      const { own, helped } = shoots(piece);
      return pairsAt(shop.timing, pairs) > 1 ? own : own + helped;
    },
  };
}
