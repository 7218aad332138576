import type { Build, Layer } from '../build/index.ts';
import { layersOf, rankOf } from '../build/index.ts';
import type { Look } from '../colour/index.ts';
import type { Stations } from '../mould/shape.ts';
import { roundOf, stationsOf } from '../mould/shape.ts';
import { across, bandsOf, bodyOf, heightOf } from './scene.ts';
import type { Scene, SceneLayer } from './scene.ts';
import { volumeOf } from './flakes.ts';

/** The body a colourway is put on: a named outline, or a cavity's own from its mesh. */
export interface Figure {
  outline: string;
  profile: Stations | null;
  /** mm */
  length: number;
  /** mL it is known to hold; its thickness is then made to fit. Null = by its outline */
  volume: number | null;
}

/**
 * Dresses a bait: the layers of a build that have a mix, each with its look. A soft-lined layer
 * without one is left out.
 */
export function sceneOf(
  figure: Figure,
  build: Build,
  look: (layer: Layer) => Look | null,
  { seed = 1, line }: { seed?: number; line?: number } = {},
): Scene {
  const stations = stationsOf(figure.outline, figure.profile);
  const drawn = { stations, round: roundOf(figure.outline), length: figure.length };
  const round =
    figure.volume === null ? drawn.round : (drawn.round * figure.volume) / volumeOf(drawn);
  const layers = layersOf(build).flatMap((layer): (SceneLayer & { key: string })[] => {
    const own = look(layer);
    return own ? [{ key: layer.key, name: layer.name, place: layer.place, look: own }] : [];
  });
  return {
    ...drawn,
    round,
    seed,
    line,
    layers: layers.sort((one, other) => rankOf(one.place) - rankOf(other.place)),
  };
}

/** A piece of the bait across its length, as far as one layer is in it. */
export interface Piece {
  /** mL of that layer */
  volume: number;
  /** mm the bait is through here */
  across: number;
}
const ALONG = 50;
const GRID = 24;

/**
 * Where each layer is: its mL piece by piece from nose to tail, in the order of the scene's layers.
 */
export function piecesOf(scene: Scene): Piece[][] {
  const body = bodyOf(scene);
  const bands = bandsOf(scene);
  const out = scene.layers.map((): Piece[] => []);
  for (let i = 0; i < ALONG; i++) {
    const along = (i + 0.5) / ALONG;
    const [wide, up, down] = [body.wide(along), body.up(along), body.down(along)];
    const here = bands.filter((band) => along >= band.from && along <= band.to);
    const got = scene.layers.map(() => 0);
    // The section in strips from belly to back: a core takes the middle of its strips, the rest is
    // the last layer drawn there.
    for (let j = 0; j < GRID; j++) {
      const share = -1 + (2 * (j + 0.5)) / GRID;
      const y = heightOf(body, along, share);
      const half = wide * Math.sqrt(1 - share * share);
      const high = ((share >= 0 ? up : down) * 2) / GRID;
      const core = here.findLast((band) => band.inside);
      const inner = core ? Math.min(half, wide * across(core.edges(along)[0], share)) : 0;
      const outer = here.findLast(
        (band) =>
          !band.inside &&
          y <= heightOf(body, along, band.edges(along)[0]) &&
          y >= heightOf(body, along, band.edges(along)[1]),
      );
      if (core) got[scene.layers.indexOf(core.layer)]! += 2 * inner * high;
      if (outer) got[scene.layers.indexOf(outer.layer)]! += 2 * (half - inner) * high;
    }
    got.forEach((area, count) =>
      out[count]!.push({ volume: (area * scene.length) / ALONG / 1000, across: 2 * wide }),
    );
  }
  return out;
}

/** mm² the bait turns to the water ahead of it: its thickest section. */
export function frontalOf(scene: Scene): number {
  const body = bodyOf(scene);
  return Math.max(
    ...Array.from(
      { length: 80 },
      (_, i) => (Math.PI * body.wide(i / 80) * (body.up(i / 80) + body.down(i / 80))) / 2,
    ),
  );
}
