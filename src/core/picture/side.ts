import type { Backing } from '../colour/index.ts';
import { across, bandsOf, bodyOf, shade } from './scene.ts';
import type { Body, Scene, SceneBand } from './scene.ts';
import { between, closed, strips } from './path.ts';

/** Steps of thickness a body is shaded in: thin edges change fastest, so they come closer together there. */
const STEPS = 18;
const CORE_STEPS = 8;
/** A short band, a spot, is walked in no fewer steps. */
const FINE = 24;
const tone = (d: string, fill: string): string => (d ? `<path d="${d}" fill="${fill}"/>` : '');

/** A region of the side between two edges (shares of the half-depth), as a path. */
function region(
  body: Body,
  band: Pick<SceneBand, 'from' | 'to'>,
  upper: (s: number) => number,
  lower: (s: number) => number,
): string {
  const mm = (s: number, e: number): number => e * (e >= 0 ? body.up(s) : body.down(s));
  return strips(
    between(band.from, band.to, Math.max(64, FINE / (band.to - band.from))),
    upper,
    lower,
  )
    .map((points) =>
      closed(
        [
          ...points.map(({ s, u }) => [s * body.length, mm(s, u)] as const),
          ...[...points].reverse().map(({ s, l }) => [s * body.length, mm(s, l)] as const),
        ],
        body.length,
      ),
    )
    .join('');
}

/** Half-height, as a share, up to which the bait is at least t mm through; negative where it nowhere is. */
const reach = (wide: number, t: number): number =>
  t <= 0 ? 1 : 2 * wide > t ? Math.sqrt(1 - (t / (2 * wide)) ** 2) : -1;

/** The layers from the side, thin places as thin as they are: nested regions, each the colour of its thickness. */
export function sideOf(scene: Scene, over: Backing): string {
  const body = bodyOf(scene);
  const bands = bandsOf(scene);
  const thickest = Math.max(...between(0, 1).map((s) => 2 * body.wide(s)));
  const out: string[] = [];
  const outer = bands.filter((b) => !b.inside);
  for (const band of outer) {
    for (let k = 0; k < STEPS; k++) {
      const [from, to] = [k, k + 1].map((n) => thickest * (n / STEPS) ** 1.6) as [number, number];
      const d = region(
        body,
        band,
        (s) => Math.min(band.edges(s)[0], reach(body.wide(s), from)),
        (s) => Math.max(band.edges(s)[1], -reach(body.wide(s), from)),
      );
      out.push(
        tone(d, shade([{ medium: band.layer.look.medium, thickness: (from + to) / 2 }], over)),
      );
    }
  }
  for (const core of bands.filter((b) => b.inside)) {
    const middle = (core.from + core.to) / 2;
    const [half] = core.edges(middle);
    for (let k = 0; k < CORE_STEPS; k++) {
      // The core is thickest in its middle: u is how far from it, as a share of its own half.
      const u = Math.sqrt(1 - (k / CORE_STEPS) ** 2);
      const at = half * Math.sqrt(1 - ((k + 0.5) / CORE_STEPS) ** 2);
      const wide = body.wide(middle);
      const thick = 2 * wide * across(half, at);
      const front = (2 * wide * Math.sqrt(Math.max(0, 1 - at * at)) - thick) / 2;
      for (const shell of outer) {
        const edge = (s: number) => core.edges(s)[0] * u;
        const d = region(
          body,
          { from: Math.max(core.from, shell.from), to: Math.min(core.to, shell.to) },
          (s) => Math.min(edge(s), shell.edges(s)[0]),
          (s) => Math.max(-edge(s), shell.edges(s)[1]),
        );
        const { medium } = shell.layer.look;
        out.push(
          tone(
            d,
            shade(
              [
                { medium, thickness: front },
                { medium: core.layer.look.medium, thickness: thick },
                { medium, thickness: front },
              ],
              over,
            ),
          ),
        );
      }
    }
  }
  return out.join('');
}

/** Outline of the side. */
export const sideOutline = (scene: Scene): string =>
  region(
    bodyOf(scene),
    { from: 0, to: 1 },
    () => 1,
    () => -1,
  );

/** Pearl's sheen along the back, and what glows or changes colour: for looks, not reckoned. */
export function sheenOf(scene: Scene, over: Backing): string {
  const body = bodyOf(scene);
  return bandsOf(scene)
    .filter((b) => !b.inside)
    .map(({ layer: { look }, edges, from, to }) => {
      const strip = (upper: number, lower: number) =>
        region(
          body,
          { from, to },
          (s) => Math.min(edges(s)[0] * 0.94, upper),
          (s) => Math.max(edges(s)[1] * 0.94, lower),
        );
      const veil = (d: string, fill: string, strength: number) =>
        d && strength > 0.01
          ? `<path d="${d}" fill="${fill}" fill-opacity="${strength.toFixed(2)}"/>`
          : '';
      const pearl = [0.32, 0.24, 0.16, 0.08]
        .map((h) => veil(strip(0.5 + h, 0.5 - h), '#ffffff', 0.11 * look.sheen))
        .join('');
      const shift = look.shift ? veil(strip(-0.15, -0.75), look.shift, 0.22) : '';
      const glow = look.glow && over === 'dark' ? veil(strip(0.9, -0.9), look.glow, 0.3) : '';
      return pearl + shift + glow;
    })
    .join('');
}
