import type { Material } from './shelf.ts';

/**
 * What a recipe or a cup names: a material of the shelf by its number, or words alone where the
 * shelf has none of that name. The words are for reading; a rename leaves the number as it was.
 */
export interface Named {
  what: string;
  materialId?: number;
}

const sameWords = (one: string, other: string): boolean =>
  one.trim().toLowerCase() === other.trim().toLowerCase();

/** Whether two name one thing: by number where both have one, else by their words. */
export const sameThing = (one: Named, other: Named): boolean =>
  one.materialId && other.materialId
    ? one.materialId === other.materialId
    : sameWords(one.what, other.what);

/** The material of the shelf something names; undefined where there is none. */
export const materialOf = <T extends Material>(
  thing: Named,
  materials: readonly T[],
): T | undefined =>
  (thing.materialId ? materials.find((material) => material.id === thing.materialId) : undefined) ??
  materials.find((material) => sameWords(material.name, thing.what));

/** A material as recipes and cups name it. */
export const naming = ({ name, id }: Pick<Material, 'name' | 'id'>): Named => ({
  what: name,
  ...(id ? { materialId: id } : {}),
});

/**
 * Recipes joined to the shelf: what names a material has its number, and the name it has today.
 * @param mix anything with a ladder of named things
 */
export const joinedTo = <T extends { ladder: Named[] }>(
  mix: T,
  materials: readonly Material[],
): T => ({
  ...mix,
  ladder: mix.ladder.map((ingredient) => {
    const material = materialOf(ingredient, materials);
    return material ? { ...ingredient, ...naming(material) } : ingredient;
  }),
});
