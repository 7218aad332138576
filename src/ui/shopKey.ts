/**
 * Which of this machine's shops a page is of: what a device keeps or sends is of that one, whatever
 * has been opened since. Empty for the first shop a machine had.
 */
export const shopKey = (): string => document.documentElement.dataset.shop ?? '';

/** What says it, with a request. */
export const SHOP_HEADER = 'x-shop';
