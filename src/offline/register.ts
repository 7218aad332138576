import { isKept, PAGES } from './places.ts';

/** Lets go of every page kept here: whoever uses the device next sees none of them. */
export const dropPages = async (): Promise<void> =>
  void (typeof caches !== 'undefined' && (await caches.delete(PAGES)));

/**
 * Lets this device keep the pages it opens. Browsers allow it on the machine itself and over HTTPS
 * only.
 */
export async function keepPages(): Promise<void> {
  if (!('serviceWorker' in navigator) || !isSecureContext) return;
  try {
    // The first page is open before anything could keep it.
    const first = navigator.serviceWorker.controller === null;
    await navigator.serviceWorker.register('/keeper.js');
    await navigator.serviceWorker.ready;
    if (first && isKept(location.pathname)) await (await caches.open(PAGES)).add(location.href);
  } catch {
    // A browser that keeps nothing (a private window): the app works on without.
  }
}
