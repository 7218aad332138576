import { type ComponentType, lazy } from 'react';

/** ms after which a part of a page that did not come is asked for again. */
const AGAIN = 2000;

/**
 * Fetches a part of a page, again and again until it comes: the shop's machine may only be away. A
 * part that cannot be had ends nothing of the page that stands there.
 */
export const patiently = <Part>(fetch: () => Promise<Part>): Promise<Part> =>
  fetch().catch(async () => {
    await new Promise((resolve) => setTimeout(resolve, AGAIN));
    return patiently(fetch);
  });

/** A part of a page that comes after it. */
export const later = <Props extends object>(fetch: () => Promise<ComponentType<Props>>) =>
  lazy(async () => ({ default: await patiently(fetch) }));
