// Bundled by itself, without the app's short names.
import type { Adding, Charge, Colour, Thinning } from '../core/colour/index.ts';
import { believed, nextAddition, thinning } from '../core/colour/index.ts';

export interface NextAsk {
  n: number;
  charge: Charge;
  /** how the swatch looks, where it was looked at */
  looks: Colour | null;
}
export interface NextAnswer {
  n: number;
  adding: Adding;
  thin: Thinning | null;
}

/**
 * What goes into a cup next, and the clear that brings it back when too much is in, off the bench's
 * own thread.
 */
addEventListener('message', ({ data }: MessageEvent<NextAsk>) => {
  const charge = data.looks
    ? { ...data.charge, now: believed(data.charge, data.looks) }
    : data.charge;
  postMessage({
    n: data.n,
    adding: nextAddition(charge),
    thin: thinning(charge),
  } satisfies NextAnswer);
});
