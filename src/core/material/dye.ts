import type { Material } from './shelf.ts';

/**
 * Materials of these names whose dye stands no more than a heat: they bleed in a cup hotter than that.
 * The mix page asks with the heat a cup is often at, the bench with its window.
 */
export const dyesUnder = (
  names: readonly string[],
  materials: readonly Material[],
  celsius: number,
): (Material & { heat: number })[] =>
  materials.filter(
    (m): m is Material & { heat: number } =>
      m.heat !== null &&
      m.heat < celsius &&
      names.some((n) => n.toLowerCase() === m.name.toLowerCase()),
  );

/** °C a cup is often at while colour is in it (judgement). */
export const OFTEN_AT = 190;
