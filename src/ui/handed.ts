/** Where a page lays what its island begins from. */
export const HANDED = 'handed';

/**
 * Much that is handed to an island, as text of a page's own, out of its props: Astro marks each of
 * those by its kind and writes every quote as six letters, which costs a plan's page half its time.
 * Only what JSON can hold: no dates, maps or undefined in lists.
 */
export const handOver = (held: unknown): string => closed(JSON.stringify(held));
/** A text of JSON that no script's end, and nothing else of a page, can stand in. */
export const closed = (json: string): string => json.replaceAll('<', '\\u003c');

/** What the page handed over. */
export const takeOver = <Held>(): Held =>
  JSON.parse(document.getElementById(HANDED)!.textContent) as Held;
