// Bundled by itself, without the app's short names.
import type { Followed, HeatAsk, HeatNote } from '../core/session/index.ts';
import { follower, forecastBench } from '../core/session/index.ts';

let session = -1;
let follow: ((notes: readonly HeatNote[], now: number) => Followed) | null = null;

/**
 * Follows a session's heats off the page's own thread, going on from where the last asking ended.
 */
addEventListener('message', ({ data }: MessageEvent<{ n: number; ask: HeatAsk }>) => {
  const { n: count, ask } = data;
  if (!follow || ask.session !== session) {
    session = ask.session;
    follow = follower(ask.setup);
  }
  postMessage({ n: count, answer: forecastBench(follow(ask.notes, ask.now), ask) });
});
