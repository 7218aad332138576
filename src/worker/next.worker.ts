// Bundled by itself, without the app's short names.
import type { Adding, Charge, Colour, Thinning } from '../core/colour/index.ts';
import { believed, narrowed, nextAddition, thinning } from '../core/colour/index.ts';

export interface NextAsk {
  n: number;
  /** what the charge is, in a word: the answer is of that */
  of: string;
  charge: Charge;
  /** how the swatch looks, where it was looked at */
  looks: Colour | null;
}
export interface NextAnswer {
  n: number;
  of: string;
  adding: Adding;
  thin: Thinning | null;
}

/**
 * What goes into a cup next, and the clear that brings it back when too much is in, off the bench's
 * own thread.
 */
addEventListener('message', ({ data }: MessageEvent<NextAsk>) => {
  const narrow = narrowed(data.charge);
  const charge = data.looks ? { ...narrow, now: believed(narrow, data.looks) } : narrow;
  postMessage({
    n: data.n,
    of: data.of,
    adding: nextAddition(charge),
    thin: thinning(charge),
  } satisfies NextAnswer);
});
