/// <reference lib="webworker" />
import type { Topic } from './liveHub.ts';
import { LiveHub } from './liveHub.ts';

/**
 * What a tab says: it wants to hear of something, it does not any more, it is still there, it goes.
 */
export type Said =
  | { kind: 'listen'; n: number; topic: Topic }
  | { kind: 'leave'; n: number }
  | { kind: 'here' }
  | { kind: 'bye' };

/**
 * ms without a sign after which a tab is taken to be gone; those behind others are woken once a
 * minute.
 */
const GONE = 150_000;

const hub = new LiveHub(self.name);

/** One line for all tabs of a browser. */
(self as unknown as SharedWorkerGlobalScope).onconnect = ({ ports }) => {
  const port = ports[0]!;
  const ends = new Map<number, () => void>();
  let seen = Date.now();
  const leave = () => {
    ends.forEach((end) => end());
    ends.clear();
    clearInterval(look);
  };
  const look = setInterval(() => Date.now() - seen > GONE && leave(), GONE / 3);
  port.onmessage = ({ data }: MessageEvent<Said>) => {
    seen = Date.now();
    if (data.kind === 'listen')
      ends.set(
        data.n,
        hub.listen(data.topic, (heard) => port.postMessage({ n: data.n, heard })),
      );
    else if (data.kind === 'leave') {
      ends.get(data.n)?.();
      ends.delete(data.n);
    } else if (data.kind === 'bye') leave();
  };
  port.start();
};
