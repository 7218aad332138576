import type { Backing } from '../colour/index.ts';
import { aboveOf, aboveOutline } from './above.ts';
import { flakesOn, strew } from './flakes.ts';
import { GRAIN } from './path.ts';
import { bodyOf } from './scene.ts';
import type { Scene } from './scene.ts';
import { sectionOf, sectionOutline } from './section.ts';
import { sheenOf, sideOf, sideOutline } from './side.ts';

/** Ways a bait is looked at. */
export const VIEWS = {
  side: 'from the side',
  above: 'from above',
  below: 'from below',
  section: 'in section',
} as const;
export type View = keyof typeof VIEWS;

/** Water behind a bait, and the card it lies on, as they are drawn. */
const GROUND: Record<Backing, string> = {
  card: '#f3f3ef',
  light: '#cfdcd6',
  dark: '#232f36',
};
const EDGE: Record<Backing, string> = { card: '#15212a', light: '#15212a', dark: '#0b1216' };
const MARGIN = 96;

export interface Asked {
  view: View;
  over: Backing;
  /** share of the length it is cut at */
  cut: number;
}

/** A bait as an SVG picture of its own, from its numbers: the same each time it is drawn. */
export function picture(scene: Scene, { view, over, cut }: Asked): string {
  const body = bodyOf(scene);
  const share = GRAIN / scene.length;
  const wide = Math.max(...Array.from({ length: 60 }, (_, i) => body.wide(i / 60)));
  const box =
    view === 'section'
      ? (() => {
          const [width, upper, down] = [
            body.wide(cut) * share,
            body.up(cut) * share,
            body.down(cut) * share,
          ];
          return [
            -width - MARGIN,
            -upper - MARGIN,
            2 * width + 2 * MARGIN,
            upper + down + 2 * MARGIN,
          ];
        })()
      : view === 'side'
        ? [
            -MARGIN,
            -body.most.up * share - MARGIN,
            GRAIN + 2 * MARGIN,
            (body.most.up + body.most.down) * share + 2 * MARGIN,
          ]
        : [-MARGIN, -wide * share - MARGIN, GRAIN + 2 * MARGIN, 2 * wide * share + 2 * MARGIN];
  const [x, y, width, height] = box.map((count) => Math.round(count)) as [
    number,
    number,
    number,
    number,
  ];
  const edge = (day: string) =>
    `<path d="${day}" fill="none" stroke="${EDGE[over]}" stroke-width="10" stroke-linejoin="round"/>`;
  const inner =
    view === 'section'
      ? sectionOf(scene, cut) + edge(sectionOutline(scene, cut))
      : view === 'side'
        ? sideOf(scene, over) +
          flakesOn(scene, strew(scene), over, 'side') +
          sheenOf(scene, over) +
          edge(sideOutline(scene))
        : aboveOf(scene, over, view) +
          flakesOn(scene, strew(scene), over, view) +
          edge(aboveOutline(scene));
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${x} ${y} ${width} ${height}" ` +
    `width="${Math.round(width / 4)}" height="${Math.round(height / 4)}"><path d="M${x} ` +
    `${y}h${width}v${height}h${-width}z" ` +
    `fill="${GROUND[view === 'section' ? 'card' : over]}"/>${inner}</svg>`
  );
}
