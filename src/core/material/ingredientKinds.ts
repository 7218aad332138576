/** Kinds of things in a recipe, in the order they are laid out. */
export const INGREDIENT_KINDS = [
  'stabiliser',
  'softener',
  'pigment',
  'powder',
  'flake',
  'salt',
  'scent',
  'remelt',
] as const;
