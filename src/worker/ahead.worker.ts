// Bundled by itself, without the app's short names.
import type {
  BegunSession,
  Bound,
  Book,
  Enquiry,
  EnquiryAnswer,
  LaidBook,
  LaidOut,
  LaneShare,
  Outcome,
} from '../core/ahead/index.ts';
import {
  begunFrom,
  boundOf,
  chanceBy,
  curedAt,
  enquire,
  laneShares,
  layBook,
  otherMakeUp,
  outcomeOf,
  triesOf,
} from '../core/ahead/index.ts';
import type { Tape, Timing } from '../core/tape/index.ts';
import { tapeOf } from '../core/tape/index.ts';

/** The book, and what is asked of it. */
export interface AheadAsked extends Book {
  /** chance of enough that the shop chose */
  confidence: number;
  /** baits somebody asks for: when they could be ready, instead of the whole layout */
  enquiry?: Enquiry & { wanted: number | null };
  /** only the chances are wanted, not what a change would bring */
  brief?: true;
}
/** A layout, as it is shown. */
export interface Shown {
  laid: LaidOut;
  /** of each time: its session to scale, and its plan */
  sessions: (({ tape: Tape; ends: Timing['all'] } & BegunSession) | null)[];
  outcome: Outcome;
}
export type AheadAnswer = { n: number } & (
  | { is: 'laid'; shown: Shown; done: boolean }
  /** what it is limited by, the chance of each part by its day, and what a change would bring */
  | {
      is: 'limits';
      shown: Shown;
      done: true;
      lanes: LaneShare[];
      /** what no layout of the book does better than */
      bound: Bound;
      chances: [number, number][];
      tries: { name: string; shown: Shown }[];
    }
  | { is: 'enquiry'; answer: EnquiryAnswer }
);
/** ms between what is told of a layout that still gets better. */
const TELLS = 250;

/** Shows layouts of a book, or of one that is tried beside it, their cups begun from what stands there. */
function showing({ materials = [] }: Book): (so: LaidBook, book: Book) => Shown {
  const other = otherMakeUp(materials);
  return (so, { tubs = [], ...book }) => {
    const begun = begunFrom(so.sessions, tubs, other);
    return {
      laid: so.laid,
      sessions: so.sessions.map(
        (session, nth) =>
          session && {
            ...begun[nth]!,
            tape: tapeOf(session.laid),
            ends: session.timing.all,
          },
      ),
      outcome: outcomeOf(so, book),
    };
  };
}

/** Chance that each part is cured by its day. */
function chancesIn(so: LaidBook, asked: AheadAsked): [number, number][] {
  const lives = curedAt(so, asked);
  return so.laid.times.flatMap(({ pieces }) =>
    pieces.flatMap(({ parts }) =>
      parts.map(({ part, due }): [number, number] => [
        part,
        chanceBy(lives.get(part), asked.by[due]! + asked.cure),
      ]),
    ),
  );
}

/** Lays the book out, tells of it as it gets better, then of what limits it. */
function layAndTell(asking: number, asked: AheadAsked): void {
  const shownOf = showing(asked);
  let told = 0;
  const so = layBook(asked, (better) => {
    if (performance.now() - told < TELLS) return;
    told = performance.now();
    postMessage({
      n: asking,
      is: 'laid',
      shown: shownOf(better, asked),
      done: false,
    } satisfies AheadAnswer);
  });
  const shown = shownOf(so, asked);
  postMessage({ n: asking, is: 'laid', shown, done: true } satisfies AheadAnswer);
  if (shown.outcome.sessions === 0) return;
  const known = {
    lanes: laneShares(so),
    bound: boundOf(asked, so),
    chances: chancesIn(so, asked),
  };
  const tries: { name: string; shown: Shown }[] = [];
  const tell = () =>
    postMessage({
      n: asking,
      is: 'limits',
      shown,
      done: true,
      ...known,
      tries,
    } satisfies AheadAnswer);
  tell();
  if (asked.brief) return;
  for (const { name, book } of triesOf(asked, so)) {
    tries.push({ name, shown: shownOf(layBook(book), book) });
    tell();
  }
}

addEventListener('message', ({ data }: MessageEvent<AheadAsked & { n: number }>) => {
  const { n, ...asked } = data;
  if (!asked.enquiry) return layAndTell(n, asked);
  const { wanted, ...enquiry } = asked.enquiry;
  const answer = enquire(asked, enquiry, { confidence: asked.confidence, wanted });
  postMessage({ n, is: 'enquiry', answer } satisfies AheadAnswer);
});
