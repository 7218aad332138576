import highs from 'highs';
import type { Book, Piece } from '../../../src/core/ahead/index.ts';
import { worker } from '../../../src/core/ahead/index.ts';

/** What a laying comes to: parts not laid, s late, times used, s at the bench. */
export type Figures = readonly [left: number, late: number, times: number, seconds: number];

/** One time with some pieces, as a column of the model. */
interface Column {
  time: number;
  pieces: number[];
  late: number;
  seconds: number;
}
const solver = await highs();

/** Every set of pieces that fits a time, by the same plans the planner lays with. */
function columnsOf(book: Book): Column[] {
  const { lasts } = worker(book);
  return book.times.flatMap((time, at) =>
    Array.from({ length: 2 ** book.pieces.length - 1 }, (_, nth) => nth + 1).flatMap((set) => {
      const numbers = book.pieces.flatMap((_, piece) => (set & (1 << piece) ? [piece] : []));
      const pieces: Piece[] = numbers.map((piece) => book.pieces[piece]!);
      const took = lasts(pieces, time.pairs);
      if ('refused' in took || took.atMost * 1000 > time.to - time.from) return [];
      const late = pieces.reduce((sum, { by }) => sum + Math.max(0, time.to - by) / 1000, 0);
      return [{ time: at, pieces: numbers, late, seconds: took.seconds }];
    }),
  );
}

/**
 * The best laying of a small book of whole pieces, by mixed-integer programming: a column for each
 * set of pieces at each time, each time one column at most, each piece once or left (set
 * partitioning; Balas and Padberg 1976, *SIAM Review* 18). Its four figures are made least one after
 * the other, each held for the next.
 */
export function optimumOf(book: Book): Figures {
  const columns = columnsOf(book);
  const names = columns.map((_, nth) => `x${nth}`);
  const leftOut = book.pieces.map((_, nth) => `u${nth}`);
  const rows = [
    ...book.times.map((_, at) => {
      const own = columns.flatMap(({ time }, nth) => (time === at ? [names[nth]!] : []));
      return own.length > 0 ? `${own.join(' + ')} <= 1` : '';
    }),
    ...book.pieces.map((_, piece) => {
      const own = columns.flatMap(({ pieces }, nth) =>
        pieces.includes(piece) ? [names[nth]!] : [],
      );
      return `${[...own, leftOut[piece]!].join(' + ')} = 1`;
    }),
  ].filter((row) => row !== '');
  const sum = (of: (column: Column) => number): string =>
    columns.map((column, nth) => `${of(column).toFixed(6)} ${names[nth]!}`).join(' + ');
  const goals = [
    book.pieces.map(({ parts }, nth) => `${parts.length} ${leftOut[nth]!}`).join(' + '),
    sum(({ late }) => late),
    sum(() => 1),
    sum(({ seconds }) => seconds),
  ];
  const figures: number[] = [];
  const held: string[] = [];
  for (const goal of goals) {
    const solved = solver.solve(
      `Minimize\n obj: ${goal}\nSubject To\n${[...rows, ...held]
        .map((row, nth) => ` c${nth}: ${row}`)
        .join('\n')}\nBinary\n ${[...names, ...leftOut].join(' ')}\nEnd`,
      { mip_rel_gap: 0 },
    );
    if (solved.Status !== 'Optimal') throw new Error(`No optimum: ${solved.Status}.`);
    figures.push(solved.ObjectiveValue);
    held.push(`${goal} <= ${(solved.ObjectiveValue + 1e-4).toFixed(6)}`);
  }
  return figures as unknown as Figures;
}
