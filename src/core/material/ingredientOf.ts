import type { MaterialKind } from './kinds.ts';
import type { Ingredient } from './schema.ts';

/** Kind of ingredient a material on the shelf is. */
export const INGREDIENT_OF: Record<MaterialKind, Ingredient['kind']> = {
  plastisol: 'softener',
  pigment: 'pigment',
  double: 'pigment',
  thick: 'pigment',
  pearl: 'powder',
  highlight: 'powder',
  glow: 'powder',
  shift: 'powder',
  flake: 'flake',
  softener: 'softener',
  stabiliser: 'stabiliser',
  salt: 'salt',
  scent: 'scent',
  oil: 'scent',
  puck: 'remelt',
};
