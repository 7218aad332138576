import { injectors, blocks, vessels, ovens } from './bench.ts';
import { materials } from './material.ts';
import { mixes, colourways } from './colours.ts';
import { baits } from './baits.ts';
import type { Form } from './field.ts';

/** The shop's lists as forms. */
export const FORMS: Record<string, Form> = {
  injectors,
  blocks,
  vessels,
  ovens,
  baits,
  mixes,
  materials,
  colourways,
};
