/** pt of type on a record: no larger than reads well, no smaller than is read at all. */
const TYPE = { most: 9, least: 5.5 } as const;
/** pt of an A4 or letter sheet that is written on, and of a line to its type. */
const WRITTEN = { high: 715, line: 1.5 } as const;
/** Lines of the head, the headings, the signatures. */
const ROUND = 17;
/** Lines of a shot, whose names want two, and heats or faults that stand on one. */
const SHOT = { least: 2, many: 3 } as const;
/** pt under which a shot's names stand on one line. */
const ON_ONE_LINE = 6;

/** What a record holds: lines of each cup, heats or faults of each shot, and what was put right. */
interface Recorded {
  cups: readonly number[];
  shots: readonly number[];
  others: number;
}

/** Type with which so many lines fill a sheet, pt. */
const filling = (lines: number): number => WRITTEN.high / (lines * WRITTEN.line);

/**
 * Type of a record, so that a session is one printed sheet, pt; and whether each shot stands on one
 * line of it. One of more than some fifty shots goes on to a second.
 */
export function sheetType({ cups, shots, others }: Recorded): { type: number; oneLine: boolean } {
  // Cups stand two beside each other.
  const pairs = cups.flatMap((lines, nth) =>
    nth % 2 === 0 ? [2 + Math.max(lines, cups[nth + 1] ?? 0)] : [],
  );
  const beside = ROUND + pairs.reduce((sum, own) => sum + own, 0) + others;
  const shotLines = (least: number): number =>
    shots.reduce((sum, many) => sum + Math.max(least, Math.ceil(many / SHOT.many)), 0);
  const wide = filling(beside + shotLines(SHOT.least));
  const oneLine = wide < ON_ONE_LINE;
  const fits = oneLine ? Math.min(ON_ONE_LINE, filling(beside + shots.length)) : wide;
  return {
    type: Math.round(10 * Math.min(TYPE.most, Math.max(TYPE.least, fits))) / 10,
    oneLine,
  };
}
