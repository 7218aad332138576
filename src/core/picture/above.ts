import type { Backing } from '../colour/index.ts';
import { bandsOf, bodyOf, shade, slabsDown } from './scene.ts';
import type { Scene } from './scene.ts';
import { between, closed } from './path.ts';

const ALONG = 56;
const ACROSS = 8;
const CORE_STEPS = 7;
/** Share a piece runs on under the next, so that no seam shows. */
const LAP = 0.003;

/**
 * The bait from above, or from below: every piece the colour of all the layers light goes through
 * there; a core over them.
 */
export function aboveOf(scene: Scene, over: Backing, from: 'above' | 'below' = 'above'): string {
  const body = bodyOf(scene);
  const bands = bandsOf(scene);
  const outer = bands.filter((band) => !band.inside);
  const out: string[] = [];
  const lay = (
    at: readonly number[],
    half: (along: number) => number,
    slabs: ReturnType<typeof slabsDown>,
  ) => {
    if (slabs.length === 0) return;
    const day = closed(
      [
        ...at.map((x) => [x * body.length, half(x)] as const),
        ...[...at].reverse().map((x) => [x * body.length, -half(x)] as const),
      ],
      body.length,
    );
    out.push(
      `<path d="${day}" fill="${shade(from === 'above' ? slabs : [...slabs].reverse(), over)}"/>`,
    );
  };
  for (let i = 0; i < ALONG; i++) {
    const along = (i + 0.5) / ALONG;
    const wide = body.wide(along);
    if (wide <= 0) continue;
    const at = between(i / ALONG, Math.min(1, (i + 1) / ALONG + LAP), ALONG);
    for (let k = ACROSS; k > 0; k--)
      lay(
        at,
        (x) => (body.wide(x) * k) / ACROSS,
        slabsDown(scene, body, outer, { along, z: (wide * (k - 0.5)) / ACROSS }),
      );
  }
  for (const core of bands.filter((band) => band.inside)) {
    const middle = (core.from + core.to) / 2;
    const half = body.wide(middle) * core.edges(middle)[0];
    for (let k = CORE_STEPS; k > 0; k--)
      lay(
        between(core.from, core.to),
        (x) => (body.wide(x) * core.edges(x)[0] * k) / CORE_STEPS,
        slabsDown(scene, body, bands, { along: middle, z: (half * (k - 0.5)) / CORE_STEPS }),
      );
  }
  return out.join('');
}
export function aboveOutline(scene: Scene): string {
  const body = bodyOf(scene);
  const at = between(0, 1);
  return closed(
    [
      ...at.map((along) => [along * body.length, body.wide(along)] as const),
      ...[...at].reverse().map((along) => [along * body.length, -body.wide(along)] as const),
    ],
    body.length,
  );
}
