import type { PullItem } from '@/core/plan/pullItem.ts';
import { LINE, linesOf, PAPER, total, typeThatFits } from '@/ui/sheetType.ts';

/** pt of type on a pull sheet: as on a page, and no smaller than is read standing. */
const TYPE = { most: 11, least: 6 } as const;
/** pt between its two columns. */
const GAP = 23;
/** To the type: the square and what lies round it; a letter of an amount; the edge of a row. */
const BESIDE = 3;
const AMOUNT_LETTER = 0.62;
const EDGE = 0.55;
/** Of a group's name, to the type; of the head; of a row that goes over into the second column. */
const GROUP = 2.1;
const HEAD = 7;
const OVER = 3;

/** Type with which so much to lay out is one printed sheet, pt. */
export function pullType(sheet: readonly Pick<PullItem, 'group' | 'what' | 'note' | 'amount'>[]) {
  const column = (PAPER.wide - GAP) / 2;
  const row = ({ what, note, amount }: (typeof sheet)[number], type: number) => {
    const beside = Math.min(0.45 * column, AMOUNT_LETTER * amount.length * type);
    const room = column - BESIDE * type - beside;
    const lines = linesOf(what.length, room, type) + (note ? linesOf(note.length, room, type) : 0);
    return EDGE + LINE * lines;
  };
  const groups = new Set(sheet.map(({ group }) => group)).size;
  const high = (type: number) =>
    HEAD + OVER + (GROUP * groups + total(sheet.map((item) => row(item, type)))) / 2;
  return typeThatFits(TYPE.most, TYPE.least, high) ?? TYPE.least;
}
