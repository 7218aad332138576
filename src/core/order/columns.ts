import type { CsvRow } from './csv.ts';
import { COLUMNS } from './csv.ts';

export type Column = (typeof COLUMNS)[number];
/** Which heading of a file each column of the book is under; one that is left out is not in it. */
export type ColumnMap = Partial<Record<Column, string>>;

/** Columns that a file may do without. */
const LEFT_OUT: ReadonlySet<Column> = new Set(['line', 'pack', 'usable']);

/** Words other files commonly head a column with, the likeliest first, beside the book’s own. */
const ALSO: Record<Column, readonly string[]> = {
  customer: ['customer name', 'buyer', 'client', 'bill to', 'shipping name', 'ship to', 'name'],
  line: ['line name', 'assortment', 'set'],
  bait: ['product', 'item', 'item name', 'lineitem name', 'model', 'title'],
  colourway: ['colour', 'color', 'variant', 'option', 'finish'],
  count: ['quantity', 'qty', 'amount', 'pieces', 'lineitem quantity'],
  pack: ['pack size', 'per pack', 'packs of'],
  promised: ['due', 'due date', 'ship by', 'needed by', 'delivery date', 'date'],
  usable: ['seconds ok', 'usable ok'],
};

const plain = (heading: string): string => heading.trim().toLowerCase();

/** A file is known by its head: the same headings in the same order. */
export const headKey = (head: readonly string[]): string => head.map(plain).join('\u001f');

/** Which column is which, as far as headings tell: each heading is taken once. */
export function guessColumns(head: readonly string[]): ColumnMap {
  const left = new Set(head);
  const columns: ColumnMap = {};
  for (const words of [(column: Column) => [column], (column: Column) => ALSO[column]])
    for (const column of COLUMNS) {
      if (columns[column] !== undefined) continue;
      const found = words(column)
        .map((word) => [...left].find((heading) => plain(heading) === word))
        .find((heading) => heading !== undefined);
      if (found === undefined) continue;
      columns[column] = found;
      left.delete(found);
    }
  return columns;
}

/** A map with only headings the file has, as this file writes them: in whatever case they were said. */
export const fitting = (columns: ColumnMap, head: readonly string[]): ColumnMap =>
  Object.fromEntries(
    Object.entries(columns).flatMap(([column, said]) => {
      if (said === '') return [];
      const heading = head.includes(said)
        ? said
        : head.find((other) => plain(other) === plain(said));
      return heading === undefined ? [] : [[column, heading]];
    }),
  );

/** Columns the book cannot do without that no heading was said to be. */
export const absentIn = (columns: ColumnMap): Column[] =>
  COLUMNS.filter((column) => columns[column] === undefined && !LEFT_OUT.has(column));

/** Rows of a file under the book’s own columns. */
export const underColumns = (
  data: readonly Record<string, string>[],
  columns: ColumnMap,
): Partial<CsvRow>[] =>
  data.map((row) =>
    Object.fromEntries(
      Object.entries(columns).map(([column, heading]) => [column, row[heading] ?? '']),
    ),
  );
