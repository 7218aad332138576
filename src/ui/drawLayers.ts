import type { Build, Layer, PlaceKey } from '@/core/build/index.ts';
import { findBuild, insertOf, layersOf, rankOf } from '@/core/build/index.ts';

/** A layer as it is drawn: where it lies, and its colour; null = no mix chosen. */
export interface Drawn {
  place: PlaceKey;
  colour: string | null;
}

export const drawLayers = (
  layers: readonly Layer[],
  colourOf: (layer: Layer) => string | null,
): Drawn[] =>
  layers
    .map((layer) => ({ place: layer.place, colour: colourOf(layer) }))
    .sort((one, other) => rankOf(one.place) - rankOf(other.place));

/** A whole build in the colours a colourway puts on it. */
export const drawBuild = (build: Build, colourOf: (layer: Layer) => string | null): Drawn[] =>
  drawLayers(layersOf(build), colourOf);

interface Way {
  build: string;
  layers: Record<string, number | null>;
}
/**
 * A colourway as it is drawn: its build's layers in its mixes' colours. A build that is gone leaves
 * an empty outline.
 */
export function drawColourway(
  way: Way,
  builds: readonly Build[],
  mixes: { id: number; spec: { colour: string } }[],
): Drawn[] {
  const build = findBuild(way.build, builds);
  return build
    ? drawBuild(
        build,
        (layer) => mixes.find((mix) => mix.id === way.layers[layer.key])?.spec.colour ?? null,
      )
    : [];
}

/**
 * A bait with its insert: drawn over a body that fills the whole cavity round it, and under what
 * lies in its hollow.
 */
export const withInsert = (
  makes: string | undefined,
  insert: readonly Drawn[],
  own: readonly Drawn[],
): Drawn[] => (insertOf(makes)?.hollow === false ? [...own, ...insert] : [...insert, ...own]);
