import { LINE, linesOf, PAPER, rowLines, total, typeThatFits } from '@/ui/sheetType.ts';

/** pt of type on a record: no larger than reads well, no smaller than is read at all. */
const TYPE = { most: 9, least: 5.5 } as const;
/** pt under which a shot's words stand on one line. */
const ON_ONE_LINE = 6;
/** To the type: a row of one line, with its rule. */
const ROW = 1.5;
/** Rows of the head, the headings, the signatures. */
const ROUND = 17;
/** To its type, what stands beside the words: a time and a heat; the edges of ten cells. */
const BESIDE = { inCup: 10, inShot: 12 } as const;
/** Letters of a shot's figures. */
const FIGURES = 27;

/** What a record holds, in letters. */
interface Recorded {
  /** of each thing that went into each cup, with its amount */
  cups: readonly (readonly number[])[];
  /** of each cell of words of each shot, as many cells in each */
  shots: readonly (readonly number[])[];
  /** how much was put right */
  others: number;
}

/** Height of a row of so many lines, to its type. */
const row = (lines: number): number => ROW + LINE * (lines - 1);

/** Height of what went into the cups, in two columns, to its type. */
function cupsHigh(cups: Recorded['cups'], type: number): number {
  const room = (PAPER.wide - 2 * type) / 2 - BESIDE.inCup * type;
  const each = cups.map(
    (trail) => 2 * ROW + total(trail.map((letters) => row(linesOf(letters, room, type)))),
  );
  // A row goes over whole: one column is longer.
  return total(each) / 2 + ROW;
}

/** Height of the shots, to its type. */
const shotsHigh = (shots: Recorded['shots'], type: number): number =>
  total(rowLines(shots, FIGURES, PAPER.wide - BESIDE.inShot * type, type).map(row));

/**
 * Type of a record, so that a session is one printed sheet, pt; and whether each shot stands on one
 * line of it. One of more than some fifty shots goes on to a second.
 */
export function sheetType({ cups, shots, others }: Recorded): { type: number; oneLine: boolean } {
  const high = (type: number, shot: number) => ROW * (ROUND + others) + cupsHigh(cups, type) + shot;
  const wide = typeThatFits(TYPE.most, ON_ONE_LINE, (type) => high(type, shotsHigh(shots, type)));
  if (wide !== null) return { type: wide, oneLine: false };
  const narrow = typeThatFits(ON_ONE_LINE, TYPE.least, (type) => high(type, ROW * shots.length));
  return { type: narrow ?? TYPE.least, oneLine: true };
}
