import { isKept, PAGES } from './places.ts';

/** Lets go of every page kept here: whoever uses the device next sees none of them. */
export const dropPages = async (): Promise<void> =>
  void (typeof caches !== 'undefined' && (await caches.delete(PAGES)));

/** ms nothing is touched for before a device fetches what it keeps: it takes a second of it. */
const REST = 2000;

/** Once nobody has touched the page for a while. */
const atRest = (): Promise<void> =>
  new Promise((resolve) => {
    const touches = ['pointerdown', 'keydown', 'click'];
    const rested = () => {
      for (const touch of touches) removeEventListener(touch, again, true);
      resolve();
    };
    let timer = setTimeout(rested, REST);
    const again = () => {
      clearTimeout(timer);
      timer = setTimeout(rested, REST);
    };
    for (const touch of touches) addEventListener(touch, again, true);
  });

/**
 * Lets this device keep the pages it opens. Browsers allow it on the machine itself and over HTTPS
 * only. Everything kept is fetched when the first page is at rest, not under the first touches.
 */
export async function keepPages(): Promise<void> {
  if (!('serviceWorker' in navigator) || !isSecureContext) return;
  try {
    // The first page is open before anything could keep it.
    const first = navigator.serviceWorker.controller === null;
    await atRest();
    await navigator.serviceWorker.register('/keeper.js');
    await navigator.serviceWorker.ready;
    if (first && isKept(location.pathname)) await (await caches.open(PAGES)).add(location.href);
  } catch {
    // A browser that keeps nothing (a private window): the app works on without.
  }
}
