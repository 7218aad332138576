// Bundled by itself, without the app's short names.
import type { BenchHands, OnTape } from '../core/session/onTape.ts';
import { onTape } from '../core/session/onTape.ts';
import type { SessionState } from '../core/session/state.ts';

export interface OnTapeAsked {
  n: number;
  state: SessionState;
  bench: BenchHands;
  now: number;
}
export interface OnTapeAnswer {
  n: number;
  on: OnTape;
}

/** What is left of a session laid anew, off the bench's own thread. */
addEventListener('message', ({ data }: MessageEvent<OnTapeAsked>) => {
  const { n, state, bench, now } = data;
  postMessage({ n, on: onTape(state, bench, now) } satisfies OnTapeAnswer);
});
