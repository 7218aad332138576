/** pt of type on a record: no larger than reads well, no smaller than is read at all. */
const TYPE = { most: 9, least: 5.5 } as const;
/** pt of an A4 or letter sheet that is written on, and of a line to its type. */
const WRITTEN = { high: 715, line: 1.5 } as const;
/** Lines of the head, the headings, the signatures. */
const ROUND = 17;
/** Lines of a shot, whose names want two, and heats or faults that stand on one. */
const SHOT = { least: 2, many: 3 } as const;

/** What a record holds: lines of each cup, heats or faults of each shot, and what was put right. */
interface Recorded {
  cups: readonly number[];
  shots: readonly number[];
  others: number;
}

/**
 * Type of a record, so that a session is one printed sheet, pt. One that would want smaller type than
 * is read goes on to a second.
 */
export function sheetType({ cups, shots, others }: Recorded): number {
  // Cups stand two beside each other.
  const pairs = cups.flatMap((lines, nth) =>
    nth % 2 === 0 ? [2 + Math.max(lines, cups[nth + 1] ?? 0)] : [],
  );
  const lines =
    ROUND +
    pairs.reduce((sum, own) => sum + own, 0) +
    shots.reduce((sum, many) => sum + Math.max(SHOT.least, Math.ceil(many / SHOT.many)), 0) +
    others;
  const fits = WRITTEN.high / (lines * WRITTEN.line);
  return Math.round(10 * Math.min(TYPE.most, Math.max(TYPE.least, fits))) / 10;
}
