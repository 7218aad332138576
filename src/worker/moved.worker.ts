// Bundled by itself, without the app's short names.
import type { Laid, Moved, Works } from '../core/ahead/index.ts';
import { movedTo, worker } from '../core/ahead/index.ts';
import type { AheadAsked } from './ahead.worker.ts';

/** What is sent once a layout is there, and each time a piece in hand is over another day. */
export interface MovedAsked {
  n: number;
  book?: { asked: Omit<AheadAsked, 'enquiry'>; times: readonly Laid[] };
  move?: { key: string; day: string };
}
export interface MovedAnswer {
  n: number;
  moved: Moved[];
}

let book: MovedAsked['book'];
let work: Works['whole'];

/** Days timed again while a piece is in hand: what the book is made of is worked out once. */
addEventListener('message', ({ data }: MessageEvent<MovedAsked>) => {
  if (data.book) {
    book = data.book;
    work = worker(book.asked).whole;
    // What is laid is worked out before anybody takes hold of it.
    for (const { time, pieces } of book.times) if (pieces.length > 0) work(pieces, time.pairs);
  }
  if (!book || !data.move) return;
  const moved = movedTo(book.times, data.move, { by: book.asked.by, work });
  postMessage({ n: data.n, moved } satisfies MovedAnswer);
});
