import type { Cavity, Mould, OutlineKey } from '../../src/core/mould/index.ts';
import { BLANK_MOULD } from '../../src/core/mould/index.ts';

/**
 * Cavities in rows as the mould lies, nose to the port side. Each was weighed, so each differs a
 * little.
 */
function cavities({
  n: count,
  rows,
  outline,
  length,
  section,
  grams,
  width,
  height,
  turn = 0,
}: Layout): Cavity[] {
  const columns = Math.ceil(count / rows);
  const gapRow = rows > 1 ? (height - 30) / rows : height;
  return Array.from({ length: count }, (_, i) => {
    const row = Math.floor(i / columns);
    const column = i % columns;
    return {
      n: i + 1,
      outline,
      length,
      section,
      turn,
      x: Math.round(width * ((column + 0.5) / columns) * 0.92 + width * 0.05),
      y: Math.round(rows > 1 ? 15 + gapRow * (row + 0.5) : height / 2),
      source: 'bait',
      measured: Number((grams * (1 + 0.012 * Math.sin(3 * i + count))).toFixed(2)),
      grade: 'medium',
      profile: null,
    };
  });
}

type Optional =
  | 'loose'
  | 'letsGo'
  | 'makes'
  | 'takes'
  | 'note'
  | 'rod'
  | 'life'
  | 'window'
  | 'windows'
  | 'letCool'
  | 'tries'
  | 'tried';

export interface Layout {
  n: number;
  rows: number;
  outline: OutlineKey;
  length: number;
  section: number;
  grams: number;
  width: number;
  height: number;
  turn?: number;
}
type Rest = Omit<Mould, 'cavities' | 'width' | 'height' | Optional> &
  Partial<Pick<Mould, Optional>>;
export const mould = (layout: Layout, rest: Rest): Mould => ({
  ...BLANK_MOULD,
  tried: true,
  ...rest,
  width: layout.width,
  height: layout.height,
  cavities: cavities(layout),
});
