import { createContext } from 'preact';
import { useContext, useState } from 'preact/hooks';

/** Ids of one island: what they begin with, and how many it has given. */
export interface Ids {
  prefix: string;
  given: number;
}

/** Roots that come later than the page share theirs. */
export const IdsOfIsland = createContext<Ids>({ prefix: 'late', given: 0 });

/** A tree's ids, from the first: shop and browser give the same in the same order. */
export const idsOf = (prefix: string): Ids => ({ prefix, given: 0 });

/** An id no other thing on the page has, the same wherever the island is drawn. */
export function useId(): string {
  const ids = useContext(IdsOfIsland);
  const [id] = useState(() => {
    ids.given += 1;
    return `${ids.prefix}-${ids.given}`;
  });
  return id;
}
