import type { Material, Mix } from '../material/index.ts';
import type { Doubted } from './doubt.ts';
import { doubtedOf, looksOfDoubted } from './doubt.ts';
import type { Looks } from './looks.ts';
import { looksSaid } from './looks.ts';

/** A mix of the book, with how it looks: worked out once for all that is held against it. */
export interface BookMix {
  id: number;
  name: string;
  /** as its ladder makes it, or as its maker picked it where that is not known */
  looks: Doubted<Looks>;
  /** as it is drawn in a list */
  drawn: Looks;
}
export const bookOf = (
  mixes: readonly { id: number; spec: Mix }[],
  materials: readonly Material[],
): BookMix[] =>
  mixes.map(({ id, spec }) => {
    const doubted = doubtedOf(spec, materials);
    const drawn = looksSaid(spec.colour);
    const looks = doubted ? looksOfDoubted(doubted) : { as: drawn, paints: new Map(), doses: [] };
    return { id, name: spec.name, looks, drawn };
  });
