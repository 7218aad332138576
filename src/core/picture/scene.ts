import type { Place, PlaceKey } from '../build/place.ts';
import { place } from '../build/place.ts';
import { BACKINGS, colourOf, even, hexOf, levelOf, seen, stack } from '../colour/index.ts';
import type { Backing, Look } from '../colour/index.ts';
import type { Medium } from '../colour/laminate.ts';
import type { Shape, Stations } from '../mould/shape.ts';
import { shapeFor } from '../mould/shape.ts';

/** A layer of a bait as it is pictured. */
export interface SceneLayer {
  name: string;
  place: PlaceKey;
  look: Look;
}
/** A bait with all that is in it, ready to be pictured. */
export interface Scene {
  stations: Stations;
  /** thickness over depth of its sections */
  round: number;
  /** mm */
  length: number;
  /** what is drawn first comes first */
  layers: SceneLayer[];
  /** flakes lie where this number has them */
  seed: number;
  /**
   * share of the push the back has, where a line parts back and belly; half where it is not said
   */
  line?: number;
}

/**
 * Behind its narrowest place a bait that widens again is a fin, and no thicker than at its root
 * (judgement: outlines know only a side).
 */
const WIDENS = 1.3;
const roots = new WeakMap<Stations, number | null>();
function finRoot(stations: Stations, shape: Shape): number | null {
  const held = roots.get(stations);
  if (held !== undefined) return held;
  const deep = (along: number) => shape.up(along) + shape.down(along);
  const at = Array.from({ length: 48 }, (_, i) => 0.5 + i / 100).reduce((one, other) =>
    deep(other) < deep(one) ? other : one,
  );
  const root =
    Math.max(...Array.from({ length: 20 }, (_, i) => deep(at + ((1 - at) * (i + 1)) / 20))) >
    WIDENS * deep(at)
      ? at
      : null;
  roots.set(stations, root);
  return root;
}

/** Half-sizes of a bait at a share s of its length, mm. */
export interface Body extends Shape {
  length: number;
  /** half its thickness */
  wide: (along: number) => number;
}
/**
 * Steps a body is tabled in: it is asked for its half-sizes tens of thousands of times in one
 * picture.
 */
const TABLE = 1024;
function tabled(of: (along: number) => number): (along: number) => number {
  const at = Float64Array.from({ length: TABLE + 2 }, (_, i) => of(Math.min(1, i / TABLE)));
  return (along) => {
    const x = Math.min(1, Math.max(0, along)) * TABLE;
    const index = Math.floor(x);
    return at[index]! + (x - index) * (at[index + 1]! - at[index]!);
  };
}
const bodies = new WeakMap<Pick<Scene, 'stations' | 'round' | 'length'>, Body>();
export function bodyOf(of: Pick<Scene, 'stations' | 'round' | 'length'>): Body {
  let held = bodies.get(of);
  if (!held) bodies.set(of, (held = tableBody(of)));
  return held;
}
function tableBody({
  stations,
  round,
  length,
}: Pick<Scene, 'stations' | 'round' | 'length'>): Body {
  const shape = shapeFor(stations);
  const root = finRoot(stations, shape);
  const up = (along: number) => shape.up(along) * length;
  const down = (along: number) => shape.down(along) * length;
  return {
    length,
    up: tabled(up),
    down: tabled(down),
    most: { up: shape.most.up * length, down: shape.most.down * length },
    wide: tabled(
      (along) =>
        ((up(along) + down(along)) / 2) *
        round *
        (root !== null && along > root
          ? Math.min(
              1,
              (shape.up(root) + shape.down(root)) /
                Math.max(1e-9, shape.up(along) + shape.down(along)),
            )
          : 1),
    ),
  };
}

/** A band of the scene with its layer: `inside` where it is seen only through what is round it. */
export interface SceneBand {
  layer: SceneLayer;
  from: number;
  to: number;
  edges: (along: number) => [number, number];
  inside: boolean;
}
export const bandsOf = (scene: Scene): SceneBand[] =>
  scene.layers.flatMap((layer) => {
    const at: Place = place(layer.place);
    if (scene.line !== undefined && (layer.place === 'back' || layer.place === 'belly')) {
      // In a round section the line lies where so much of its area is under it.
      const edge = levelOf(1 - scene.line);
      return [
        {
          layer,
          from: 0,
          to: 1,
          edges: (): [number, number] => (layer.place === 'back' ? [1, edge] : [edge, -1]),
          inside: false,
        },
      ];
    }
    return at.bands.map((band) => ({
      layer,
      from: Math.max(0, band.from),
      to: Math.min(1, band.to),
      edges: band.edges,
      inside: at.inside === true && band.edges((band.from + band.to) / 2)[0] < 1,
    }));
  });

/** Plastic in the way of light: what it does, and how much of it, mm. */
export interface Slab {
  medium: Medium;
  thickness: number;
}
/** Colour on screen of slabs from the eye inwards, over a backing. */
export const shade = (slabs: readonly Slab[], over: Backing): string =>
  hexOf(colourOf(seen(stack(slabs, even(BACKINGS[over].backing)), BACKINGS[over].surface)));

/** Height above the parting line of an edge at s, mm; edges are shares of the local half-depth. */
export const heightOf = (body: Body, along: number, edge: number): number =>
  edge * (edge >= 0 ? body.up(along) : body.down(along));

/**
 * Half a core's thickness across the bait at a height, shares of the body's half: a core is as
 * round as its body.
 */
export const across = (height: number, share: number): number =>
  height > 0 && Math.abs(share) < height ? height * Math.sqrt(1 - (share / height) ** 2) : 0;

/**
 * Layers met going down through the bait at s, as far from its middle as z mm, the uppermost first.
 */
export function slabsDown(
  scene: Scene,
  body: Body,
  bands: readonly SceneBand[],
  { along, z }: { along: number; z: number },
): Slab[] {
  const wide = body.wide(along);
  const radius = Math.sqrt(Math.max(0, 1 - (z / Math.max(1e-9, wide)) ** 2));
  const [top, bottom] = [body.up(along) * radius, -body.down(along) * radius];
  const spans = bands
    .filter((band) => along >= band.from && along <= band.to)
    .map((band) => {
      const [upper, lower] = band.edges(along);
      const share = band.inside
        ? across(upper, z / Math.max(1e-9, wide)) / Math.max(1e-9, upper)
        : 1;
      return {
        b: band,
        up: Math.min(top, heightOf(body, along, upper) * share),
        low: Math.max(bottom, heightOf(body, along, lower) * share),
      };
    })
    .filter((other) => other.up > other.low);
  const cuts = [...new Set(spans.flatMap((span) => [span.up, span.low]))].sort(
    (one, other) => other - one,
  );
  return cuts.slice(1).flatMap((low, i) => {
    const middle = (low + cuts[i]!) / 2;
    const there = spans.findLast((span) => span.up > middle && span.low < middle);
    return there ? [{ medium: there.b.layer.look.medium, thickness: cuts[i]! - low }] : [];
  });
}
