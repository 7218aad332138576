// Bundled by itself, without the app's short names.
import type { BenchTime, LaidOut, Piece, Tape } from '../core/ahead/index.ts';
import { layOut, tapeOf, worker } from '../core/ahead/index.ts';
import type { DraftDefaults, PlanInput, Shelf, TimingKnown } from '../core/plan/index.ts';

/** The book to be laid out, and all it is laid out by. */
export interface AheadAsked {
  pieces: Piece[];
  times: BenchTime[];
  /** when what is promised for a day must be shot, ms */
  by: Record<string, number>;
  /** pieces a hand has put on a day, by bait and colourway */
  held: [string, string][];
  shelf: Shelf;
  defaults: DraftDefaults;
  timing: TimingKnown;
}
export interface AheadAnswer {
  n: number;
  laid: LaidOut;
  /** of each time: its session to scale, and its plan */
  sessions: ({ tape: Tape; input: PlanInput } | null)[];
  /** nothing better is looked for any more */
  done: boolean;
}
/** ms between what is told of a layout that still gets better. */
const TELLS = 250;

addEventListener('message', ({ data }: MessageEvent<AheadAsked & { n: number }>) => {
  const { n, pieces, times, by, held, ...known } = data;
  const work = worker(known);
  const tell = (laid: LaidOut, done: boolean) => {
    const sessions = laid.times.map(({ pieces }) => {
      const worked = pieces.length > 0 ? work(pieces) : null;
      return worked && !('refused' in worked)
        ? { tape: tapeOf(worked), input: worked.input }
        : null;
    });
    postMessage({ n, laid, sessions, done } satisfies AheadAnswer);
  };
  let told = 0;
  const laid = layOut({
    pieces,
    times,
    held: new Map(held),
    by: (due) => by[due]!,
    takes: (some) => {
      const worked = work(some);
      if ('refused' in worked) return worked;
      const { mid, high } = worked.timing.all;
      return { seconds: mid, atMost: high };
    },
    better: (so) => {
      if (performance.now() - told > TELLS) {
        told = performance.now();
        tell(so, false);
      }
      return true;
    },
  });
  tell(laid, true);
});
