import type { Cavity, Mould } from '@/core/mould/index.ts';
import { shapeFor, stationsOf } from './baitPath.ts';

/** What is written at a cavity, from the left: its number, a figure, and what was seen of it. */
export interface CavityText {
  n: number;
  number?: string;
  figure?: string;
  note?: string;
}
export interface Label {
  n: number;
  kind: 'number' | 'figure' | 'note';
  text: string;
  x: number;
  y: number;
  anchor: 'start' | 'end' | 'middle';
  size: number;
}

/**
 * Width of a letter in heights of the type; a little more than the face's mean, so that nothing
 * touches.
 */
const LETTER = 0.62;
const GAP = 6;
/** Smaller than this nobody reads. */
const SMALLEST = 9;
/** What rounding may take, px. */
const HAIR = 1e-6;
const widthOf = (text: string, size: number): number => text.length * LETTER * size;

/** What stands in the way of words, px. */
export interface InTheWay {
  /** heights of runners that run across */
  lines?: number[];
  /** what closures and the mark TOP take of the mould's edges */
  edge?: number;
  /** what a sprue takes at the left end of a cavity's strip */
  sprue?: (cavity: Cavity) => number;
}

interface Slot {
  left: number;
  right: number;
  /** where the line of type stands, and how high it may be */
  base: number;
  room: number;
  /** in the middle of the cavity, since there is no room over it */
  within: boolean;
}

/** Half of what a cavity takes up across and along the drawing, px. */
function extent(cavity: Cavity, scale: number): { half: number; up: number; down: number } {
  const { most } = shapeFor(stationsOf(cavity.outline, cavity.profile));
  const length = cavity.length * scale;
  const turned = Math.abs(cavity.turn % 180) > 45;
  return turned
    ? { half: Math.max(most.up, most.down) * length, up: length / 2, down: length / 2 }
    : { half: length / 2, up: most.up * length, down: most.down * length };
}

/**
 * The strip over a cavity that no other cavity, runner or closure reaches: sideways half-way to its
 * neighbours, upward to whatever lies over it; where there is none, the strip through its middle.
 */
function slotOf(
  cavity: Cavity,
  mould: Mould,
  scale: number,
  { lines = [], edge = 10, sprue = () => 0 }: InTheWay,
): Slot {
  const { half, up } = extent(cavity, scale);
  const [x, y] = [cavity.x * scale, cavity.y * scale];
  const others = mould.cavities
    .filter((other) => other.n !== cavity.n)
    .map((cavity) => ({ x: cavity.x * scale, y: cavity.y * scale, ...extent(cavity, scale) }));
  const beside = others.filter((other) => Math.abs(other.y - y) < up + other.down);
  const left =
    Math.max(
      edge,
      ...beside.filter((point) => point.x < x).map((point) => (point.x + x) / 2 + GAP / 2),
      Math.min(x - half, x - 30),
    ) + sprue(cavity);
  const right = Math.min(
    mould.width * scale - edge,
    ...beside.filter((point) => point.x > x).map((point) => (point.x + x) / 2 - GAP / 2),
    Math.max(x + half, x + 30),
  );
  const top = y - up;
  const over = Math.max(
    edge,
    ...others
      .filter(
        (other) => other.y < y - 1 && other.x - other.half < right && other.x + other.half > left,
      )
      .map((other) => other.y + other.down),
    ...lines.filter((at) => at < y).map((at) => at + RUNNER / 2 + 1),
  );
  const room = top - over - 2;
  if (room >= SMALLEST) return { left, right, base: top - 3, room, within: false };
  return { ...middleOf(cavity, scale), within: true };
}

/** Drawn width of a runner, px. */
export const RUNNER = 6;
/** Share of a cavity's length its outline leaves for words in its middle. */
const INSIDE = 0.6;
/** Type in there is no larger, px. */
const LARGEST_INSIDE = 15;

/** The strip through the middle of a cavity's outline. */
function middleOf(cavity: Cavity, scale: number): Omit<Slot, 'within'> {
  const { half, up, down } = extent(cavity, scale);
  const [x, y] = [cavity.x * scale, cavity.y * scale];
  const room = Math.max(SMALLEST, (up + down) * INSIDE);
  return {
    left: x - half * INSIDE,
    right: x + half * INSIDE,
    base: y + Math.min(room, LARGEST_INSIDE) * 0.36,
    room,
  };
}

/** As much of a text as fits, with a mark that there is more. */
function fitted(text: string, width: number, size: number): string {
  if (widthOf(text, size) <= width + HAIR) return text;
  const letters = Math.floor(width / (LETTER * size)) - 1;
  return letters >= 2 ? `${text.slice(0, letters)}…` : '';
}

/**
 * Where every word on a drawn mould stands, so that none lies on another, on a closure or on a
 * runner: in the largest type up to `largest` in which all fit; at the smallest, what does not fit
 * gives way, the figure first.
 * @param scale px in a mm
 */
export function labelsOf(
  mould: Mould,
  {
    scale,
    texts,
    largest,
    inTheWay = {},
  }: { scale: number; texts: CavityText[]; largest: number; inTheWay?: InTheWay },
): Label[] {
  const over = texts
    .map((text) => ({ text, cavity: mould.cavities.find((cavity) => cavity.n === text.n)! }))
    .map(({ text, cavity }) => ({ text, cavity, slot: slotOf(cavity, mould, scale, inTheWay) }));
  // Where one cavity has no room over it, all are written in, so that they read alike.
  const rows = over.some(({ slot }) => slot.within)
    ? over.map(({ text, cavity }) => ({ text, slot: { ...middleOf(cavity, scale), within: true } }))
    : over;
  const words = (cavityText: CavityText): string[] =>
    [cavityText.number, cavityText.figure, cavityText.note].filter((word): word is string =>
      Boolean(word),
    );
  const fits = rows.map(({ text, slot }) => {
    if (slot.within)
      return Math.min(
        LARGEST_INSIDE,
        slot.room,
        (slot.right - slot.left) / (LETTER * Math.max(1, (text.number ?? '').length)),
      );
    const letters = words(text).join('').length * LETTER;
    return Math.min(
      slot.room,
      (slot.right - slot.left - GAP * (words(text).length - 1)) / Math.max(1, letters),
    );
  });
  const size = Math.max(SMALLEST, Math.min(largest, ...fits));
  return rows.flatMap(({ text, slot }) =>
    linesUp(text, slot, Math.min(size, Math.max(SMALLEST, slot.room))),
  );
}

function linesUp(
  { n: count, number, figure, note }: CavityText,
  { left, right, base, within }: Slot,
  size: number,
): Label[] {
  if (within) {
    const more = [number, note ?? figure].filter(Boolean).join(' ');
    const text =
      widthOf(more, size) <= right - left ? more : (number ?? fitted(more, right - left, size));
    return text
      ? [
          {
            n: count,
            kind: note && !number ? 'note' : 'number',
            text,
            x: (left + right) / 2,
            y: base,
            anchor: 'middle',
            size,
          },
        ]
      : [];
  }
  const out: Label[] = [];
  let from = left;
  let to = right;
  if (number) {
    out.push({ n: count, kind: 'number', text: number, x: from, y: base, anchor: 'start', size });
    from += widthOf(number, size) + GAP;
  }
  if (note) {
    const text = fitted(note, to - from, size);
    if (text) {
      out.push({ n: count, kind: 'note', text, x: to, y: base, anchor: 'end', size });
      to -= widthOf(text, size) + GAP;
    }
  }
  if (figure && widthOf(figure, size) <= to - from + HAIR)
    out.push({ n: count, kind: 'figure', text: figure, x: from, y: base, anchor: 'start', size });
  return out;
}
