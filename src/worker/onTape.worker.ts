// Bundled by itself, without the app's short names.
import type { OfTape } from '../core/session/ofTape.ts';
import type { BenchHands, OnTape } from '../core/session/onTape.ts';
import { onTape } from '../core/session/onTape.ts';
import type { Snapshot } from '../core/session/state/snapshot.ts';

export interface OnTapeAsked {
  n: number;
  state: OfTape;
  /** sent where it is another than before: what a session began with is large */
  snapshot?: Snapshot;
  bench: BenchHands;
  now: number;
}
export interface OnTapeAnswer {
  n: number;
  on: OnTape;
}

let begun: Snapshot | null = null;

/** What is left of a session laid anew, off the bench's own thread. */
addEventListener('message', ({ data }: MessageEvent<OnTapeAsked>) => {
  const { n, state, bench, now } = data;
  begun = data.snapshot ?? begun;
  if (!begun) return;
  const whole = { ...state, snapshot: begun, log: [], heat: [] };
  postMessage({ n, on: onTape(whole, bench, now) } satisfies OnTapeAnswer);
});
