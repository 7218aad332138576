import type { Named } from './named.ts';
import { naming, sameThing } from './named.ts';
import type { Material } from './shelf.ts';

/**
 * Materials named so whose dye stands no more than a heat: they bleed in a cup hotter than
 * that. The mix page asks with the heat a cup is often at, the bench with its window.
 */
export const dyesUnder = (
  things: readonly Named[],
  materials: readonly Material[],
  celsius: number,
): (Material & { heat: number })[] =>
  materials.filter(
    (material): material is Material & { heat: number } =>
      material.heat !== null &&
      material.heat < celsius &&
      things.some((thing) => sameThing(thing, naming(material))),
  );

/** °C a cup is often at while colour is in it (judgement). */
export const OFTEN_AT = 190;
