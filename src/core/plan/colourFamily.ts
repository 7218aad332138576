import type { Build } from '../build/build.ts';
import { layersOf } from '../build/build.ts';
import { colourFamily } from '../colour/family.ts';
import type { MixEntry } from './shelf.ts';

/**
 * Family a bait's colour is sorted into: that of its first layer, in the order of its build, which
 * is the one it is called by. Null where that has no mix, or the mix is not on the shelf.
 * @param layers mix by layer
 */
export function familyOfLayers(
  build: Build,
  layers: Readonly<Record<string, number | null>>,
  mixes: readonly Pick<MixEntry, 'id' | 'spec'>[],
): string | null {
  const first = layersOf(build)[0]?.key;
  const mix = first === undefined ? null : layers[first];
  const found = mixes.find(({ id }) => id === mix);
  return found ? colourFamily(found.spec.colour) : null;
}
