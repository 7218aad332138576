import { bandsOf, bodyOf, shade } from './scene.ts';
import type { Body, Scene, SceneBand } from './scene.ts';
import { closed } from './path.ts';

/** mm behind a cut face that still count for its colour. */
const BEHIND = 12;
const FINE = 28;

function face(body: Body, band: SceneBand, along: number): string {
  const [upper, lower] = band.edges(along);
  const [up, down, wide] = [body.up(along), body.down(along), body.wide(along)];
  const turn = Array.from({ length: 2 * FINE }, (_, i) => (Math.PI * i) / FINE);
  if (band.inside)
    return closed(
      turn.map(
        (angle) =>
          [
            wide * upper * Math.cos(angle),
            (Math.sin(angle) >= 0 ? up : down) * upper * Math.sin(angle),
          ] as const,
      ),
      body.length,
    );
  // Even in angle, so that the round ends stay round.
  const ys = Array.from({ length: FINE + 1 }, (_, i) =>
    Math.sin(Math.asin(lower) + ((Math.asin(upper) - Math.asin(lower)) * i) / FINE),
  );
  const at = (y: number, side: number) =>
    [side * wide * Math.sqrt(Math.max(0, 1 - y * y)), y * (y >= 0 ? up : down)] as const;
  return closed(
    [...ys.map((y) => at(y, 1)), ...[...ys].reverse().map((y) => at(y, -1))],
    body.length,
  );
}

/** The bait cut across at a share of its length, seen by daylight: each layer where it lies. */
export function sectionOf(scene: Scene, along: number): string {
  const body = bodyOf(scene);
  const here = bandsOf(scene).filter((band) => along >= band.from && along <= band.to);
  return here
    .map(
      (band) =>
        `<path d="${face(body, band, along)}" ` +
        `fill="${shade([{ medium: band.layer.look.withFlake, thickness: BEHIND }], 'card')}" ` +
        'stroke="#15212A" stroke-width="4"/>',
    )
    .join('');
}
/** Outline of the cut. */
export const sectionOutline = (scene: Scene, along: number): string =>
  face(
    bodyOf(scene),
    { layer: scene.layers[0]!, from: 0, to: 1, edges: () => [1, -1], inside: false },
    along,
  );
