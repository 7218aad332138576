/**
 * Much that is handed to an island as one text. Astro marks each value of a prop by its kind: of a
 * plan's 45 kB that costs the page 5 ms, this half of one.
 */
export type Handed<Held> = string & { readonly held?: Held };

/** Only what JSON can hold: no dates, maps or undefined in lists. */
export const handOver = <Held>(held: Held): Handed<Held> => JSON.stringify(held);
export const takeOver = <Held>(handed: Handed<Held>): Held => JSON.parse(handed) as Held;
