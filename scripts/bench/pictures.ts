// How long a bait takes to be drawn, and how far two swatches with noise tell a colour. Prints
// JSON.
import { builtIns, layersOf } from '../../src/core/build/index.ts';
import {
  characterise,
  colourOf,
  colourWith,
  CLEAR_BASE,
  deltaE,
  GROUNDS,
  layerOver,
  lookOf,
  mixed,
  pigmentThatHides,
  seen,
} from '../../src/core/colour/index.ts';
import { normal, seeded } from '../../src/core/chance.ts';
import { picture, sceneOf, VIEWS } from '../../src/core/picture/index.ts';
import type { View } from '../../src/core/picture/index.ts';
import { MATERIALS, PAINTS } from '../demo/materials.ts';
import { ALL_MIXES } from '../demo/mixes.ts';

const looks = ALL_MIXES.map((mix) => lookOf(mix, MATERIALS));
const times: { ms: number; what: string }[] = [];
let largest = 0;
for (const [index, build] of builtIns().entries()) {
  for (const view of Object.keys(VIEWS) as View[]) {
    const began = performance.now();
    let at = index;
    const scene = sceneOf(
      { outline: 'eel', profile: null, length: 95, volume: 7 },
      build,
      () => looks[at++ % looks.length]!,
      { seed: index },
    );
    const svg = picture(scene, { view, over: 'dark', cut: 0.4 });
    times.push({ ms: performance.now() - began, what: `${build.key} ${view}` });
    largest = Math.max(largest, svg.length);
    if (layersOf(build).length === 0) throw new Error(build.key);
  }
}
const chance = seeded(5);
const spread: number[] = [];
for (const [name, , hides, scatter] of PAINTS) {
  const pigment = pigmentThatHides(hides, scatter);
  const own = MATERIALS.find((material) => material.name === name)!;
  for (let i = 0; i < 20; i++) {
    const swatch = (ground: readonly number[]) => {
      const colour = colourOf(
        seen(layerOver(mixed([{ pigment, dose: own.dose }]), own.thickness, ground), 'air'),
      );
      return {
        l: colour.l * normal(chance, 1, 0.01),
        a: colour.a * normal(chance, 1, 0.01),
        b: colour.b * normal(chance, 1, 0.01),
      };
    };
    const found = characterise({
      white: swatch(GROUNDS.white),
      black: swatch(GROUNDS.black),
      dose: own.dose,
      thickness: own.thickness,
    });
    if (!found.ok) continue;
    const sight = { thickness: 4, backing: 0.86, base: CLEAR_BASE };
    const at = (other: typeof pigment) =>
      colourWith([{ pigment: other, dose: own.dose * 2 }], 237, sight);
    spread.push(deltaE(at(pigment), at(found.pigment)));
  }
}
const sorted = [...times].sort((one, other) => one.ms - other.ms);
console.log(
  JSON.stringify({
    pictures: times.length,
    p50: sorted[Math.floor(times.length / 2)]!.ms,
    p95: sorted[Math.floor(times.length * 0.95)]!.ms,
    longest: sorted.at(-1),
    largest,
    swatches: spread.length,
    mean: spread.reduce((sum, value) => sum + value, 0) / spread.length,
    worst: Math.max(...spread),
  }),
);
