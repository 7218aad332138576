import type { Build } from '../build/build.ts';
import { layersOf } from '../build/build.ts';
import type { MixEntry } from './shelf.ts';

/**
 * Family a bait's colour is sorted into: that of its first layer, in the order of its build, which
 * is the one it is called by. Null where that has no mix, or the mix is not on the shelf. What a
 * colour's family is comes with the shelf: reckoning it wants a library that plans do without.
 * @param layers mix by layer
 */
export function familyOfLayers(
  build: Build,
  layers: Readonly<Record<string, number | null>>,
  mixes: readonly Pick<MixEntry, 'id' | 'family'>[],
): string | null {
  const first = layersOf(build)[0]?.key;
  const mix = first === undefined ? null : layers[first];
  return mixes.find(({ id }) => id === mix)?.family ?? null;
}
