import { LINE, PAPER, rowLines, total, typeThatFits } from '@/ui/sheetType.ts';

/** pt of type on a run sheet: as on a page, and no smaller than is read standing. */
const TYPE = { most: 12, least: 6 } as const;
/** To the type: a row of one line, with its rule; the head; the heading of the last minute. */
const ROW = 1.85;
const HEAD = 6;
const LAST = 3;
/** Letters of from and to; to the type, the box to tick and the edges of the cells. */
const TIMES = 17;
const BESIDE = 5;

/**
 * Type with which a run sheet is one printed sheet, pt.
 * @param rows letters of what is done and with what, of each
 * @param lastMinute lines of what comes before a draw
 */
export function runType(rows: readonly (readonly number[])[], lastMinute: number): number {
  const high = (type: number) =>
    HEAD +
    LAST +
    LINE * lastMinute +
    total(
      rowLines(rows, TIMES, PAPER.wide - BESIDE * type, type).map(
        (lines) => ROW + LINE * (lines - 1),
      ),
    );
  return typeThatFits(TYPE.most, TYPE.least, high) ?? TYPE.least;
}
