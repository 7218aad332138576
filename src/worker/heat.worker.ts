// Bundled by itself, without the app's short names.
import type { Followed, HeatAsk, HeatNote, HeatSetup } from '../core/session/index.ts';
import { follower, forecastBench } from '../core/session/index.ts';

/** What is asked, with no more of a session's notes than were not sent before. */
export interface HeatAsked {
  n: number;
  ask: Omit<HeatAsk, 'notes' | 'setup'>;
  /** null = as it was told before, with the notes that stay of then */
  setup: HeatSetup | null;
  same: number;
  notes: readonly HeatNote[];
}

let setup: HeatSetup | null = null;
let notes: HeatNote[] = [];
let follow: ((notes: readonly HeatNote[], now: number) => Followed) | null = null;

/**
 * Follows a session's heats off the page's own thread, going on from where the last asking ended.
 */
addEventListener('message', ({ data }: MessageEvent<HeatAsked>) => {
  const { n: count, ask } = data;
  if (data.setup) {
    setup = data.setup;
    follow = follower(setup);
  }
  notes = [...notes.slice(0, data.same), ...data.notes];
  if (!setup || !follow) throw new Error('Nothing was said of the session yet.');
  const answer = forecastBench(follow(notes, ask.now), { ...ask, setup, notes });
  postMessage({ n: count, answer });
});
