import { colourFamily } from '../../src/core/colour/index.ts';
import type { Shelf } from '../../src/core/plan/index.ts';
import { BAITS } from './baits.ts';
import { BLOCKS, INJECTORS, VESSELS } from './bench.ts';
import { COLOURWAYS, MIXES } from './colourways.ts';
import { MOULDS } from './moulds.ts';

const entries = <T>(all: readonly T[]) => all.map((spec, i) => ({ id: i + 1, spec }));

/** The demo shop's shelf as a plan is drafted from it: numbered as they stand in their lists. */
export const SHELF: Shelf = {
  moulds: entries(MOULDS),
  injectors: entries(INJECTORS),
  blocks: entries(BLOCKS),
  vessels: entries(VESSELS),
  baits: entries(BAITS),
  mixes: entries(MIXES).map((mix) => ({ ...mix, family: colourFamily(mix.spec.colour) })),
  colourways: entries(COLOURWAYS),
  builds: [],
  inserts: [],
};
