// Bundled by itself, without the app's short names.
import type { Adding, Charge, Colour, Thinning } from '../core/colour/index.ts';
import { believed, narrowed, nextAddition, thinning } from '../core/colour/index.ts';

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
  const of = narrowed(data.charge);
  const charge = data.looks ? { ...of, now: believed(of, data.looks) } : of;
  postMessage({
    n: data.n,
    adding: nextAddition(charge),
    thin: thinning(charge),
  } satisfies NextAnswer);
});
