// How well books are laid out: `npm run bench -- plan [books] [part]`; parts are listed at the
// end. Small ones beside the optimum of a mixed-integer model of the same rules, many beside habit,
// and how long it takes as they grow.
import {
  boundOf,
  chanceBy,
  curedAt,
  layBook,
  movedTo,
  outcomeOf,
  worker,
} from '../../../src/core/ahead/index.ts';
import type { Book, LaidBook, Outcome } from '../../../src/core/ahead/index.ts';
import { layEvening, timingOf } from '../../../src/core/tape/index.ts';
import { bookOf } from './books.ts';
import { byHabit, type Comes } from './habit.ts';
import { nearness } from './nearness.ts';
import { type Figures, optimumOf } from './optimum.ts';

const BOOKS = Number(process.argv[2] ?? 40);
const ONLY = process.argv[3];
const mean = (figures: readonly number[]): number =>
  figures.reduce((sum, one) => sum + one, 0) / Math.max(1, figures.length);
function timed<T>(does: () => T): [T, number] {
  const from = performance.now();
  const done = does();
  return [done, performance.now() - from];
}

const figuresOf = ({ laid }: LaidBook): Figures => [
  laid.left.reduce((sum, { piece }) => sum + piece.parts.length, 0),
  laid.times.reduce(
    (sum, { time, pieces }) =>
      sum + pieces.reduce((late, { by }) => late + Math.max(0, time.to - by) / 1000, 0),
    0,
  ),
  laid.times.filter(({ pieces }) => pieces.length > 0).length,
  laid.times.reduce((sum, { seconds }) => sum + seconds, 0),
];

/** Small books beside their optimum: promises first, then minutes where those are alike. */
function beside(books: number): void {
  let [worse, sessions] = [0, 0];
  const over: number[] = [];
  const [ours, theirs]: [number[], number[]] = [[], []];
  for (let seed = 1; seed <= books; seed++) {
    const book = bookOf(seed, { lines: 2 + (seed % 7), evenings: 2, baits: 3 });
    const [so, took] = timed(() => layBook(book));
    // What is longer than any evening is cut first: the model lays the same pieces.
    const pieces = [
      ...so.laid.times.flatMap((time) => time.pieces),
      ...so.laid.left.map(({ piece }) => piece),
    ];
    const [best, long] = timed(() => optimumOf({ ...book, pieces }));
    ours.push(took);
    theirs.push(long);
    const own = figuresOf(so);
    if (own[0] > best[0] + 1e-6 || own[1] > best[1] + 1) worse += 1;
    else if (own[2] > best[2] + 1e-6) sessions += 1;
    else over.push(best[3] > 0 ? own[3] / best[3] - 1 : 0);
  }
  console.log(
    `${books} small books: promises worse than the optimum in ${worse}, a session more in ` +
      `${sessions}; else minutes over it ${(100 * mean(over)).toFixed(2)} % in the mean, ` +
      `${(100 * Math.max(...over)).toFixed(2)} % at worst; ${mean(ours).toFixed(0)} ms against ` +
      `${mean(theirs).toFixed(0)}, ${(mean(theirs) / mean(ours)).toFixed(1)} times as fast`,
  );
}

const comesTo = (book: Book, so: LaidBook): Comes => ({
  minutes: outcomeOf(so, book).seconds / 60,
  leftG: so.sessions.reduce((sum, session) => sum + (session?.plan.totals.leftG ?? 0), 0),
  late: outcomeOf(so, book).late,
  short: so.sessions.reduce(
    (sum, session) =>
      sum + (session?.plan.runs ?? []).reduce((all, { chance }) => all + 1 - chance, 0),
    0,
  ),
});
/** Parts of a book that are not cured by their day, in the mean of many lives of the times ahead. */
function lateLived(book: Book, so: LaidBook): number {
  const lives = curedAt(so, { confidence: book.defaults.confidence, cure: book.cure });
  const parts = so.laid.times.flatMap(({ pieces }) => pieces.flatMap((piece) => piece.parts));
  const due = new Map(parts.map(({ part, due }) => [part, book.by[due]! + book.cure]));
  const left = so.laid.left.reduce((sum, { piece }) => sum + piece.parts.length, 0);
  return [...due].reduce((sum, [part, at]) => sum + 1 - chanceBy(lives.get(part), at), left);
}

/** Books beside what habit makes of them. */
function againstHabit(books: number): void {
  const all = Array.from({ length: books }, (_, nth) => {
    const book = bookOf(1000 + nth, { lines: 8, evenings: 8 });
    const lived = (comes: Comes, so: LaidBook) => ({ ...comes, lived: lateLived(book, so) });
    const own = layBook(book);
    const [habit, alike] = [byHabit(book, 'a tenth'), byHabit(book, 'by chance')];
    return {
      laid: lived(comesTo(book, own), own),
      habit: lived(habit.comes, habit.laid),
      alike: lived(alike.comes, alike.laid),
    };
  });
  const said = (pick: (comes: Comes & { lived: number }) => number): string =>
    `${mean(all.map(({ laid }) => pick(laid))).toFixed(2)} against ` +
    `${mean(all.map(({ habit }) => pick(habit))).toFixed(2)} (with as many spares ` +
    `${mean(all.map(({ alike }) => pick(alike))).toFixed(2)})`;
  console.log(
    `${books} books of 8 lines over 8 evenings, laid against habit: minutes ${said(({ minutes }) => minutes)}, ` +
      `g of plastic left ${said(({ leftG }) => leftG)}, late lines as meant ${said(({ late }) => late)}, ` +
      `as lived through 500 times ${said(({ lived }) => lived)}, ` +
      `pieces that come out short by chance ${said(({ short }) => short)}`,
  );
}

/** ms a book is laid for at most, and after which what it has come to is looked at. */
const AT_MOST = 120_000;
const SOON = 2000;

/** How long a book takes as it grows, and what it comes to. */
function growth(): void {
  for (const lines of [10, 50, 200, 1000]) {
    const book = bookOf(7, { lines, evenings: 14 });
    const from = performance.now();
    let first = 0;
    let soon: Outcome | null = null;
    const so = layBook(book, (better) => {
      const took = performance.now() - from;
      first ||= took;
      if (took < SOON) soon = outcomeOf(better, book);
      return took < AT_MOST;
    });
    const all = performance.now() - from;
    const end = outcomeOf(so, book);
    const bound = boundOf(book, so);
    const comesTo = ({ late, seconds }: Outcome) =>
      `${late} parts late or left out, ${(seconds / 60).toFixed(0)} min`;
    console.log(
      `${lines} lines, ${book.pieces.length} pieces over 14 evenings: first whole plan ` +
        `${first.toFixed(0)} ms; after 2 s ${soon ? comesTo(soon) : 'none'}; ` +
        `${comesTo(end)} in ${end.sessions} sessions after ${(all / 1000).toFixed(1)} s, ` +
        `${(process.memoryUsage().heapUsed / 1e6).toFixed(0)} MB; ` +
        `${(100 * (end.seconds / bound.seconds - 1)).toFixed(0)} % above its bound, late at least ` +
        `${bound.late}`,
    );
  }
}

/** The middle and the p95 of some times, ms. */
function said(took: readonly number[]): string {
  const sorted = [...took].sort((one, other) => one - other);
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(1);
  return `${at(0.5)} ms in the middle, ${at(0.95)} ms p95`;
}

/** The evening of a book whose shots come nearest to sixty. */
function sixtyShots() {
  const all = Array.from({ length: 12 }, (_, nth) => {
    const evening = bookOf(11 + nth, { lines: 7, evenings: 1, baits: 3 });
    const day = { ...evening.times[0]!, to: evening.times[0]!.from + 12 * 3_600_000 };
    const so = layBook({ ...evening, times: [day] }).sessions.find((session) => session !== null)!;
    return { so, timing: evening.timing };
  });
  const off = ({ so }: (typeof all)[number]) => Math.abs(so.plan.shots.length - 60);
  return all.reduce((best, one) => (off(one) < off(best) ? one : best));
}
/** One evening of some sixty shots, timed again and again. */
function retimed(): void {
  const { so, timing } = sixtyShots();
  const took = Array.from(
    { length: 200 },
    () => timed(() => timingOf(layEvening(so.plan, so.input, timing)))[1],
  );
  console.log(`an evening of ${so.plan.shots.length} shots timed again: ${said(took)}`);
}

/** Pieces of a laid book held over each of its days, as a hand drags them: both days timed again. */
function dragged(): void {
  const book = bookOf(7, { lines: 50, evenings: 14 });
  const { laid } = layBook(book);
  const took = laid.times
    .flatMap(({ pieces }) => pieces)
    .flatMap((piece) =>
      book.times.map(({ day }) => {
        // Nothing is known of it yet: what was worked out before is left to another worker.
        const { whole } = worker(book);
        return timed(() =>
          movedTo(laid.times, { key: piece.key, day }, { by: book.by, work: whole }),
        )[1];
      }),
    );
  console.log(`a piece held over a day, ${took.length} times: ${said(took)}`);
}

/** What is measured, by the name it is asked for by. */
const PARTS = {
  timing: retimed,
  nearness,
  dragged,
  small: () => beside(BOOKS),
  habit: () => againstHabit(BOOKS),
  growth,
};
for (const [name, measure] of Object.entries(PARTS)) if (!ONLY || ONLY === name) measure();
