import type { FlakeIn } from '../colour/look.ts';

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
export function outline(
  { shape, size }: FlakeIn,
  { x, y, lying, k }: { x: number; y: number; lying: Lying; k: number },
): string {
  const { turn, tilt } = lying;

  const width = size * k;
  const squash = 0.4 + 0.6 * tilt;
  if (width < TINY) {
    const tall = Math.max(1, Math.round(width * Math.sqrt(squash)));
    return `M${Math.round(x - tall / 2)} ${Math.round(y - tall / 2)}h${tall}v${tall}h${-tall}z`;
  }
  const angle = 2 * Math.PI * turn;
  const [cos, sn] = [Math.cos(angle), Math.sin(angle)];
  const long = shape === 'string' || shape === 'hair';
  const points =
    shape === 'hexagon'
      ? HEX.map(([volume, value]) => [
          (volume * width) / Math.sqrt(3),
          (value * width * squash) / Math.sqrt(3),
        ])
      : [
          [-1, -1],
          [1, -1],
          [1, 1],
          [-1, 1],
        ].map(([volume, value]) => [
          (volume! * width) / 2,
          (value! * (long ? Math.max(1, (shape === 'string' ? 0.4 : 0.15) * k) : width * squash)) /
            2,
        ]);
  const turned = points.map(
    ([along, across]) =>
      `${Math.round(x + along! * cos - across! * sn)} ${Math.round(y + along! * sn + across! * cos)}`,
  );
  return `M${turned.join('L')}Z`;
}
/**
 * A flake as it lies: share of the length, mm up and mm towards the eye of the side, how it is
 * turned.
 */
export interface Lying {
  s: number;
  y: number;
  z: number;
  turn: number;
  tilt: number;
}
