import type { Material } from './shelf.ts';

/**
 * Materials of these names whose dye stands no more than a heat: they bleed in a cup hotter than
 * that. The mix page asks with the heat a cup is often at, the bench with its window.
 */
export const dyesUnder = (
  names: readonly string[],
  materials: readonly Material[],
  celsius: number,
): (Material & { heat: number })[] =>
  materials.filter(
    (material): material is Material & { heat: number } =>
      material.heat !== null &&
      material.heat < celsius &&
      names.some((name) => name.toLowerCase() === material.name.toLowerCase()),
  );

/** °C a cup is often at while colour is in it (judgement). */
export const OFTEN_AT = 190;
