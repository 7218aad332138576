import type { MaterialKind } from './kinds.ts';
import { KINDS } from './kinds.ts';
import type { Material } from './shelf.ts';

/** A material with what is usual of its kind, until somebody weighs or draws it down. */
export const usualMaterial = (
  name: string,
  kind: MaterialKind,
  more: Partial<Material> = {},
): Material => ({
  name,
  kind,
  density: KINDS[kind].density,
  drop: KINDS[kind].drop,
  spoon: KINDS[kind].spoon,
  strength: 1,
  heat: null,
  white: null,
  black: null,
  weak: null,
  dose: 10,
  thickness: 1,
  size: null,
  shape: 'hexagon',
  tint: null,
  carries: 0,
  spent: 0,
  measures: [],
  grade: null,
  fusion: null,
  ceiling: null,
  alarm: null,
  price: 0,
  reference: '',
  ...more,
});
