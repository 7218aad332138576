import type { Backing, FlakeIn } from '../colour/index.ts';
import { BACKINGS, colourOf, deltaE, faceOf, hexOf, layerOver, seen } from '../colour/index.ts';
import type { Spectrum } from '../colour/observer.ts';
import { across, bandsOf, bodyOf, heightOf } from './scene.ts';
import type { Body, Scene, SceneBand, SceneLayer } from './scene.ts';
import { seeded } from '../chance.ts';
import { GRAIN, poisson } from './path.ts';

/** A flake as it lies: share of the length, mm up and mm towards the eye of the side, how it is turned. */
interface Lying {
  s: number;
  y: number;
  z: number;
  turn: number;
  tilt: number;
}
export interface Strewn {
  layer: SceneLayer;
  flake: FlakeIn;
  lying: Lying[];
}

const N = 200;
/** Volume of the bait, mL, and where its share p of it ends. */
function volumes(body: Body): { all: number; at: (p: number) => number } {
  const ends = [0];
  for (let i = 0; i < N; i++) {
    const s = (i + 0.5) / N;
    ends.push(
      ends[i]! +
        (Math.PI * body.wide(s) * ((body.up(s) + body.down(s)) / 2) * (body.length / N)) / 1000,
    );
  }
  const all = ends[N]!;
  return {
    all,
    at: (p) => {
      let [a, b] = [0, N];
      while (b - a > 1) {
        const m = (a + b) >> 1;
        if (ends[m]! <= p * all) a = m;
        else b = m;
      }
      const step = ends[a + 1]! - ends[a]!;
      return (a + (step > 0 ? (p * all - ends[a]!) / step : 0)) / N;
    },
  };
}
/** mL of a pictured bait, and of each of its layers. */
export const volumeOf = (scene: Pick<Scene, 'stations' | 'round' | 'length'>): number =>
  volumes(bodyOf(scene)).all;

/** The layer a point of the bait belongs to: the last drawn that has it, a core before its shell. */
function layerAt(
  body: Body,
  bands: readonly SceneBand[],
  s: number,
  y: number,
  z: number,
): SceneLayer | undefined {
  const wide = Math.max(1e-9, body.wide(s));
  const has = (b: SceneBand): boolean => {
    if (s < b.from || s > b.to) return false;
    const [u, l] = b.edges(s);
    if (!b.inside) return y <= heightOf(body, s, u) && y >= heightOf(body, s, l);
    const share = y / Math.max(1e-9, y >= 0 ? body.up(s) : body.down(s));
    return Math.abs(share) < u && Math.abs(z) / wide < across(u, share);
  };
  return bands.findLast(has)?.layer;
}

/** A scene is pictured from several sides: its flakes lie where they lie. */
const laid = new WeakMap<Scene, Strewn[]>();
/** Strews a bait with its flake: as many as its dose gives, give or take, where chance has them. A section thinner than a flake takes none in. */
export function strew(scene: Scene): Strewn[] {
  let held = laid.get(scene);
  if (!held) laid.set(scene, (held = strewn(scene)));
  return held;
}
function strewn(scene: Scene): Strewn[] {
  const body = bodyOf(scene);
  const bands = bandsOf(scene);
  const { all, at } = volumes(body);
  return scene.layers.flatMap((layer, n) =>
    layer.look.flakes.map((flake, m) => {
      const next = seeded(scene.seed + 7919 * n + 104729 * m);
      const lying: Lying[] = [];
      for (let i = poisson(flake.perMl * all, next); i > 0; i--) {
        const s = at(next());
        const [up, down] = [body.up(s), body.down(s)];
        const [r, half, above, turn, tilt] = [
          Math.sqrt(next()),
          Math.PI * next(),
          next() * (up + down) < up,
          next(),
          next(),
        ];
        // The back and the belly of a section differ in height: each has its own half of an ellipse.
        const a = above ? half : half + Math.PI;
        const y = r * Math.sin(a) * (above ? up : down);
        const z = r * Math.cos(a) * body.wide(s);
        if (2 * body.wide(s) < flake.size) continue;
        if (layerAt(body, bands, s, y, z) === layer) lying.push({ s, y, z, turn, tilt });
      }
      return { layer, flake, lying };
    }),
  );
}

/** A flake that is no bigger on paper than this, in the drawing's grains, is drawn as a square. */
const TINY = 24;
const unit = (corners: number) =>
  Array.from(
    { length: corners },
    (_, i) =>
      [Math.cos((2 * Math.PI * i) / corners), Math.sin((2 * Math.PI * i) / corners)] as const,
  );
const HEX = unit(6);

/** A flake's outline at a place of the drawing: its face turned a little away. */
function outline(
  { shape, size }: FlakeIn,
  x: number,
  y: number,
  { turn, tilt }: Lying,
  k: number,
): string {
  const w = size * k;
  const squash = 0.4 + 0.6 * tilt;
  if (w < TINY) {
    const e = Math.max(1, Math.round(w * Math.sqrt(squash)));
    return `M${Math.round(x - e / 2)} ${Math.round(y - e / 2)}h${e}v${e}h${-e}z`;
  }
  const a = 2 * Math.PI * turn;
  const [c, sn] = [Math.cos(a), Math.sin(a)];
  const long = shape === 'string' || shape === 'hair';
  const points =
    shape === 'hexagon'
      ? HEX.map(([p, q]) => [(p * w) / Math.sqrt(3), (q * w * squash) / Math.sqrt(3)])
      : [
          [-1, -1],
          [1, -1],
          [1, 1],
          [-1, 1],
        ].map(([p, q]) => [
          (p! * w) / 2,
          (q! * (long ? Math.max(1, (shape === 'string' ? 0.4 : 0.15) * k) : w * squash)) / 2,
        ]);
  return `M${points.map(([p, q]) => `${Math.round(x + p! * c - q! * sn)} ${Math.round(y + p! * sn + q! * c)}`).join('L')}Z`;
}

/** Depths a flake's colour is reckoned at, shares of half the bait's thickness. */
const DEPTHS = 6;
/** ΔE under which a flake is not told from what is round it. */
const UNSEEN = 1.5;

/**
 * The flake that is seen from the side or from above: each the colour its face has through the plastic before it.
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
  const k = GRAIN / body.length;
  const { surface } = BACKINGS[over];
  const deepest = Math.max(
    body.most.up + body.most.down,
    2 * Math.max(...Array.from({ length: 40 }, (_, i) => body.wide(i / 40))),
  );
  const fill = (within: Spectrum) => colourOf(seen(within, surface));
  return strewn
    .map(({ layer, flake, lying }) => {
      // A core is seen through the shell about it: which, and how much of it, is taken where the core is thickest.
      const own = bands.find((b) => b.layer === layer);
      const shell = own?.inside ? bands.find((b) => !b.inside && b.layer !== layer) : undefined;
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
      for (const f of lying) {
        const wide = body.wide(f.s);
        const deep =
          view === 'side'
            ? wide *
                Math.sqrt(
                  Math.max(0, 1 - (f.y / (f.y >= 0 ? body.up(f.s) : body.down(f.s))) ** 2),
                ) -
              f.z
            : view === 'above'
              ? body.up(f.s) * Math.sqrt(Math.max(0, 1 - (f.z / wide) ** 2)) - f.y
              : body.down(f.s) * Math.sqrt(Math.max(0, 1 - (f.z / wide) ** 2)) + f.y;
        const level =
          levels[
            Math.min(
              DEPTHS - 1,
              Math.max(0, Math.floor(DEPTHS * (Math.max(0, deep) / deepest) ** (2 / 3))),
            )
          ]!;
        if (level.hex)
          level.paths.push(outline(flake, f.s * GRAIN, -(view === 'side' ? f.y : f.z) * k, f, k));
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
