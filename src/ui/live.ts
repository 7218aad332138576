import type { Said } from './live.shared.ts';
import type { Hear, Topic } from './liveHub.ts';
import { LiveHub } from './liveHub.ts';
import { shopKey } from './shopKey.ts';

interface Line {
  listen: (topic: Topic, hear: Hear) => () => void;
}

/** ms between signs that this tab is still there. */
const HERE = 20_000;

/** The line all tabs share; one of this tab's own where a browser cannot share. */
function makeLine(): Line {
  if (typeof SharedWorker === 'undefined') return new LiveHub(shopKey());
  const { port } = new SharedWorker(new URL('./live.shared.ts', import.meta.url), {
    type: 'module',
    // A worker of its own for each shop: it knows whose it is by its name.
    name: shopKey(),
  });
  const say = (said: Said) => port.postMessage(said);
  const hearers = new Map<number, { topic: Topic; hear: Hear }>();
  let last = 0;
  port.onmessage = ({ data }: MessageEvent<{ n: number; heard: unknown }>) =>
    hearers.get(data.n)?.hear(data.heard);
  port.start();
  setInterval(() => say({ kind: 'here' }), HERE);
  addEventListener('pagehide', () => say({ kind: 'bye' }));
  // A page taken out of the browser's back list hears again.
  addEventListener(
    'pageshow',
    (shown: PageTransitionEvent) =>
      shown.persisted &&
      hearers.forEach(({ topic }, count) => say({ kind: 'listen', n: count, topic })),
  );
  return {
    listen: (topic, hear) => {
      const count = ++last;
      hearers.set(count, { topic, hear });
      say({ kind: 'listen', n: count, topic });
      return () => {
        hearers.delete(count);
        say({ kind: 'leave', n: count });
      };
    },
  };
}

let line: Line | undefined;
/** Hears of a session's acts, or of instruments, from now on; answers with how to stop. */
export function listen(topic: Topic, hear: Hear): () => void {
  line ??= makeLine();
  return line.listen(topic, hear);
}
