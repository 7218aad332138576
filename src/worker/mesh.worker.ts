// Bundled by itself, without the app's short names.
import { measureStl } from '../core/mesh/index.ts';

/**
 * Measures a mesh off the page's own thread, telling how far it is. Ending the worker cancels it.
 */
addEventListener('message', (messageEvent: MessageEvent<ArrayBuffer>) => {
  let told = 0;
  const result = measureStl(new Uint8Array(messageEvent.data), (share) => {
    if (share - told < 0.02) return;
    told = share;
    postMessage({ progress: share });
  });
  postMessage({ result });
});
