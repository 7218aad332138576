import type { Backing } from '../colour/index.ts';
import { across, bandsOf, bodyOf, shade } from './scene.ts';
import type { Body, Scene, SceneBand } from './scene.ts';
import { between, closed, strips } from './path.ts';

/**
 * Steps of thickness a body is shaded in: thin edges change fastest, so they come closer together
 * there.
 */
const STEPS = 18;
const CORE_STEPS = 8;
/** A short band, a spot, is walked in no fewer steps. */
const FINE = 24;
const tone = (day: string, fill: string): string =>
  day ? `<path d="${day}" fill="${fill}"/>` : '';

/** A region of the side between two edges (shares of the half-depth), as a path. */
function region(
  body: Body,
  band: Pick<SceneBand, 'from' | 'to'>,
  upper: (along: number) => number,
  lower: (along: number) => number,
): string {
  const mm = (along: number, edge: number): number =>
    edge * (edge >= 0 ? body.up(along) : body.down(along));
  return strips(
    between(band.from, band.to, Math.max(64, FINE / (band.to - band.from))),
    upper,
    lower,
  )
    .map((points) =>
      closed(
        [
          ...points.map(
            ({ s: along, u: upper }) => [along * body.length, mm(along, upper)] as const,
          ),
          ...[...points]
            .reverse()
            .map(({ s: along, l }) => [along * body.length, mm(along, l)] as const),
        ],
        body.length,
      ),
    )
    .join('');
}

/**
 * Half-height, as a share, up to which the bait is at least t mm through; negative where it nowhere
 * is.
 */
const reach = (wide: number, share: number): number =>
  share <= 0 ? 1 : 2 * wide > share ? Math.sqrt(1 - (share / (2 * wide)) ** 2) : -1;

/**
 * The layers from the side, thin places as thin as they are: nested regions, each the colour of its
 * thickness.
 */
export function sideOf(scene: Scene, over: Backing): string {
  const body = bodyOf(scene);
  const bands = bandsOf(scene);
  const thickest = Math.max(...between(0, 1).map((along) => 2 * body.wide(along)));
  const out: string[] = [];
  const outer = bands.filter((band) => !band.inside);
  for (const band of outer) {
    for (let k = 0; k < STEPS; k++) {
      const [from, to] = [k, k + 1].map((count) => thickest * (count / STEPS) ** 1.6) as [
        number,
        number,
      ];
      const day = region(
        body,
        band,
        (along) => Math.min(band.edges(along)[0], reach(body.wide(along), from)),
        (along) => Math.max(band.edges(along)[1], -reach(body.wide(along), from)),
      );
      out.push(
        tone(day, shade([{ medium: band.layer.look.medium, thickness: (from + to) / 2 }], over)),
      );
    }
  }
  for (const core of bands.filter((band) => band.inside)) {
    const middle = (core.from + core.to) / 2;
    const [half] = core.edges(middle);
    for (let k = 0; k < CORE_STEPS; k++) {
      // The core is thickest in its middle: u is how far from it, as a share of its own half.
      const upper = Math.sqrt(1 - (k / CORE_STEPS) ** 2);
      const at = half * Math.sqrt(1 - ((k + 0.5) / CORE_STEPS) ** 2);
      const wide = body.wide(middle);
      const thick = 2 * wide * across(half, at);
      const front = (2 * wide * Math.sqrt(Math.max(0, 1 - at * at)) - thick) / 2;
      for (const shell of outer) {
        const edge = (along: number) => core.edges(along)[0] * upper;
        const day = region(
          body,
          { from: Math.max(core.from, shell.from), to: Math.min(core.to, shell.to) },
          (along) => Math.min(edge(along), shell.edges(along)[0]),
          (along) => Math.max(-edge(along), shell.edges(along)[1]),
        );
        const { medium } = shell.layer.look;
        out.push(
          tone(
            day,
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
    .filter((band) => !band.inside)
    .map(({ layer: { look }, edges, from, to }) => {
      const strip = (upper: number, lower: number) =>
        region(
          body,
          { from, to },
          (along) => Math.min(edges(along)[0] * 0.94, upper),
          (along) => Math.max(edges(along)[1] * 0.94, lower),
        );
      const veil = (day: string, fill: string, strength: number) =>
        day && strength > 0.01
          ? `<path d="${day}" fill="${fill}" fill-opacity="${strength.toFixed(2)}"/>`
          : '';
      const pearl = [0.32, 0.24, 0.16, 0.08]
        .map((half) => veil(strip(0.5 + half, 0.5 - half), '#ffffff', 0.11 * look.sheen))
        .join('');
      const shift = look.shift ? veil(strip(-0.15, -0.75), look.shift, 0.22) : '';
      const glow = look.glow && over === 'dark' ? veil(strip(0.9, -0.9), look.glow, 0.3) : '';
      return pearl + shift + glow;
    })
    .join('');
}
