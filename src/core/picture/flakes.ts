import type { Backing, FlakeIn } from '../colour/index.ts';
import { BACKINGS, colourOf, deltaE, faceOf, hexOf, layerOver, seen } from '../colour/index.ts';
import type { Spectrum } from '../colour/observer.ts';
import { across, bandsOf, bodyOf, heightOf } from './scene.ts';
import type { Body, Scene, SceneBand, SceneLayer } from './scene.ts';
import { seeded } from '../chance.ts';
import { GRAIN, poisson } from './path.ts';
import type { Lying } from './flakeShape.ts';
import { outline } from './flakeShape.ts';

export interface Strewn {
  layer: SceneLayer;
  flake: FlakeIn;
  lying: Lying[];
}

const SLICES = 200;
/** Volume of the bait, mL, and where its share p of it ends. */
function volumes(body: Body): { all: number; at: (volume: number) => number } {
  const ends = [0];
  for (let i = 0; i < SLICES; i++) {
    const along = (i + 0.5) / SLICES;
    ends.push(
      ends[i]! +
        (Math.PI *
          body.wide(along) *
          ((body.up(along) + body.down(along)) / 2) *
          (body.length / SLICES)) /
          1000,
    );
  }
  const all = ends[SLICES]!;
  return {
    all,
    at: (volume) => {
      let [low, high] = [0, SLICES];
      while (high - low > 1) {
        const middle = (low + high) >> 1;
        if (ends[middle]! <= volume * all) low = middle;
        else high = middle;
      }
      const step = ends[low + 1]! - ends[low]!;
      return (low + (step > 0 ? (volume * all - ends[low]!) / step : 0)) / SLICES;
    },
  };
}
/** mL of a pictured bait, and of each of its layers. */
export const volumeOf = (scene: Pick<Scene, 'stations' | 'round' | 'length'>): number =>
  volumes(bodyOf(scene)).all;

/**
 * The layer a point of the bait belongs to: the last drawn that has it, a core before its shell.
 */
function layerAt(
  body: Body,
  bands: readonly SceneBand[],
  { along, y, z }: { along: number; y: number; z: number },
): SceneLayer | undefined {
  const wide = Math.max(1e-9, body.wide(along));
  const has = (band: SceneBand): boolean => {
    if (along < band.from || along > band.to) return false;
    const [upper, lower] = band.edges(along);
    if (!band.inside) return y <= heightOf(body, along, upper) && y >= heightOf(body, along, lower);
    const share = y / Math.max(1e-9, y >= 0 ? body.up(along) : body.down(along));
    return Math.abs(share) < upper && Math.abs(z) / wide < across(upper, share);
  };
  return bands.findLast(has)?.layer;
}

/** A scene is pictured from several sides: its flakes lie where they lie. */
const laid = new WeakMap<Scene, Strewn[]>();
/**
 * Strews a bait with its flake: as many as its dose gives, give or take, where chance has them. A
 * section thinner than a flake takes none in.
 */
export function strew(scene: Scene): Strewn[] {
  let held = laid.get(scene);
  if (!held) laid.set(scene, (held = strewn(scene)));
  return held;
}
function strewn(scene: Scene): Strewn[] {
  const body = bodyOf(scene);
  const bands = bandsOf(scene);
  const { all, at } = volumes(body);
  return scene.layers.flatMap((layer, count) =>
    layer.look.flakes.map((flake, middle) => {
      const next = seeded(scene.seed + 7919 * count + 104729 * middle);
      const lying: Lying[] = [];
      for (let i = poisson(flake.perMl * all, next); i > 0; i--) {
        const along = at(next());
        const [up, down] = [body.up(along), body.down(along)];
        const [reach, half, above, turn, tilt] = [
          Math.sqrt(next()),
          Math.PI * next(),
          next() * (up + down) < up,
          next(),
          next(),
        ];
        // The back and the belly of a section differ in height: each has its own half of an
        // ellipse.
        const angle = above ? half : half + Math.PI;
        const y = reach * Math.sin(angle) * (above ? up : down);
        const z = reach * Math.cos(angle) * body.wide(along);
        if (2 * body.wide(along) < flake.size) continue;
        if (layerAt(body, bands, { along, y, z }) === layer)
          lying.push({ s: along, y, z, turn, tilt });
      }
      return { layer, flake, lying };
    }),
  );
}

/** Depths a flake's colour is reckoned at, shares of half the bait's thickness. */
const DEPTHS = 6;
/** ΔE under which a flake is not told from what is round it. */
const UNSEEN = 1.5;

/**
 * The flake that is seen from the side or from above: each the colour its face has through the
 * plastic before it.
 * @param strewn where it lies
 */
export function flakesOn(
  scene: Scene,
  strewn: readonly Strewn[],
  over: Backing,
  view: 'side' | 'above' | 'below',
): string {
  const body = bodyOf(scene);
  const bands = bandsOf(scene);
  const share = GRAIN / body.length;
  const { surface } = BACKINGS[over];
  const deepest = Math.max(
    body.most.up + body.most.down,
    2 * Math.max(...Array.from({ length: 40 }, (_, i) => body.wide(i / 40))),
  );
  const fill = (within: Spectrum) => colourOf(seen(within, surface));
  return strewn
    .map(({ layer, flake, lying }) => {
      // A core is seen through the shell about it: which, and how much of it, is taken where the
      // core is thickest.
      const own = bands.find((band) => band.layer === layer);
      const shell = own?.inside
        ? bands.find((band) => !band.inside && band.layer !== layer)
        : undefined;
      const cover = shell
        ? body.wide((own!.from + own!.to) / 2) * (1 - own!.edges((own!.from + own!.to) / 2)[0])
        : 0;
      const face = faceOf(flake.tint);
      const levels = Array.from({ length: DEPTHS }, (_, i) => {
        const mm = (deepest * (i + 0.5) ** 1.5) / DEPTHS ** 1.5;
        const through = (what: Spectrum) => {
          const inner = layerOver(layer.look.medium, Math.max(0, mm - cover), what);
          return shell ? layerOver(shell.layer.look.medium, Math.min(mm, cover), inner) : inner;
        };
        const [it, round] = [
          fill(through(face)),
          fill(
            through(
              layerOver(
                layer.look.medium,
                deepest,
                face.map(() => BACKINGS[over].backing),
              ),
            ),
          ),
        ];
        return { hex: deltaE(it, round) > UNSEEN ? hexOf(it) : null, paths: [] as string[] };
      });
      for (const other of lying) {
        const wide = body.wide(other.s);
        const deep =
          view === 'side'
            ? wide *
                Math.sqrt(
                  Math.max(
                    0,
                    1 - (other.y / (other.y >= 0 ? body.up(other.s) : body.down(other.s))) ** 2,
                  ),
                ) -
              other.z
            : view === 'above'
              ? body.up(other.s) * Math.sqrt(Math.max(0, 1 - (other.z / wide) ** 2)) - other.y
              : body.down(other.s) * Math.sqrt(Math.max(0, 1 - (other.z / wide) ** 2)) + other.y;
        const level =
          levels[
            Math.min(
              DEPTHS - 1,
              Math.max(0, Math.floor(DEPTHS * (Math.max(0, deep) / deepest) ** (2 / 3))),
            )
          ]!;
        if (level.hex)
          level.paths.push(
            outline(flake, {
              x: other.s * GRAIN,
              y: -(view === 'side' ? other.y : other.z) * share,
              lying: other,
              k: share,
            }),
          );
      }
      return levels
        .reverse()
        .map(({ hex, paths }) =>
          hex && paths.length > 0 ? `<path d="${paths.join('')}" fill="${hex}"/>` : '',
        )
        .join('');
    })
    .join('');
}
