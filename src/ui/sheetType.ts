/** pt of an A4 or letter sheet that is written on, the less of either, a little left over. */
export const PAPER = { wide: 527, high: 700 } as const;
/** To its type: a letter, in a font that sets wide; a line; what a line gives to where words part. */
const LETTER = 0.5;
export const LINE = 1.25;
const PARTED = 1.15;
/** What the columns of a table give away, each as wide as its longest words want. */
const GIVEN_AWAY = 1.35;
/** pt between one type and the next. */
const STEP = 0.1;

export const total = (heights: readonly number[]): number =>
  heights.reduce((sum, one) => sum + one, 0);

/**
 * Lines that so many letters take.
 * @param room pt they have beside each other
 * @param type pt
 */
export const linesOf = (letters: number, room: number, type: number): number =>
  Math.max(1, Math.ceil((PARTED * letters * LETTER * type) / Math.max(type, room)));

/**
 * Lines of each row of a table whose columns are as wide as their longest words want.
 * @param rows letters of each cell of words, as many cells in each row
 * @param beside letters of cells that keep their line
 * @param room pt
 * @param type pt
 */
export function rowLines(
  rows: readonly (readonly number[])[],
  beside: number,
  room: number,
  type: number,
): number[] {
  const longest = (rows[0] ?? []).map((_, cell) => Math.max(1, ...rows.map((of) => of[cell]!)));
  const over = (GIVEN_AWAY * LETTER * type * (beside + total(longest))) / Math.max(type, room);
  return rows.map((of) =>
    Math.max(1, Math.ceil(over * Math.max(...of.map((letters, cell) => letters / longest[cell]!)))),
  );
}

/**
 * The largest type with which something is no higher than a sheet, pt.
 * @param high how high it is with so large a type, in lines of that type's own size
 * @returns null: with none from `most` to `least`
 */
export function typeThatFits(
  most: number,
  least: number,
  high: (type: number) => number,
): number | null {
  for (let nth = 0; nth <= Math.round((most - least) / STEP); nth++) {
    const type = Number((most - nth * STEP).toFixed(1));
    if (type * high(type) <= PAPER.high) return type;
  }
  return null;
}
