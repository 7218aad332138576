import Papa from 'papaparse';
import type { ColumnMap } from '../core/order/columns.ts';
import { absentIn, fitting, guessColumns, headKey, underColumns } from '../core/order/columns.ts';
import { type ReadRow, COLUMNS, readRows, toOrders } from '../core/order/csv.ts';
import { list } from '../store/catalogue.ts';
import { columnsKept, keepColumns } from '../store/orderFiles.ts';
import { openLines } from '../store/orderLines.ts';
import { inTransaction } from '../store/query.ts';
import { newOrder } from './orders.ts';
import { type Result, problem, ok } from './result.ts';

const names = async (key: 'baits' | 'colourways') =>
  new Map(
    (await list(key)).map((entry) => [
      (entry.spec as { name: string }).name.toLowerCase(),
      entry.id,
    ]),
  );
/**
 * What a file going out is given, so that no table program takes a name for a formula, is taken off
 * again coming in.
 */
const unescaped = (cell: string): string => cell.replace(/^'(?=[=+\-@\t\r])/, '');
/** The most a file of orders may be. */
const MOST = { letters: 4_000_000, rows: 5000 } as const;

/** A file of orders looked over: nothing is saved. */
export interface LookedOver {
  /** its headings, and which column of the book is under which */
  head: string[];
  columns: ColumnMap;
  /** every row, and whether it can be taken; null while a column the book wants is not said */
  rows: ReadRow[] | null;
}

/**
 * Reads a file of orders and says of every row whether it can be taken. Nothing is saved.
 * @param said which column is which; left out, as it was said of such a file before, or as its
 *   headings tell
 */
export async function previewCsv(text: string, said?: ColumnMap): Promise<Result<LookedOver>> {
  if (text.length > MOST.letters)
    return problem(422, 'too-large', 'That file is over 4 MB. Split it.');
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading) => heading.trim(),
    transform: unescaped,
  });
  const head = parsed.meta.fields ?? [];
  if (parsed.data.length > MOST.rows)
    return problem(422, 'too-many', 'That file has over 5,000 rows. Split it.');
  const columns = fitting(said ?? (await columnsKept(headKey(head))) ?? guessColumns(head), head);
  if (absentIn(columns).length > 0) return ok({ head, columns, rows: null });
  const rows = underColumns(parsed.data, columns);
  return ok({
    head,
    columns,
    rows: readRows(rows, await names('baits'), await names('colourways')),
  });
}

/**
 * Takes the good rows of a file into the book; bad ones are left out, as the preview showed. Which
 * column was which is kept for the next such file.
 */
export async function importCsv(
  text: string,
  said?: ColumnMap,
): Promise<Result<{ orders: number; rows: number; left: number }>> {
  const looked = await previewCsv(text, said);
  if (!looked.ok) return looked;
  const { head, columns, rows } = looked.value;
  if (rows === null)
    return problem(
      422,
      'no-head',
      `Say which column is which. Missing: ${absentIn(columns).join(', ')}. Nothing was changed.`,
    );
  const orders = toOrders(rows);
  if (orders.length === 0)
    return problem(422, 'no-rows', 'No row of that file can be taken. Nothing was changed.');
  await inTransaction(async () => {
    for (const order of orders) await newOrder(order);
    await keepColumns(headKey(head), columns);
  });
  const good = rows.filter((readRow) => readRow.part).length;
  return ok({ orders: orders.length, rows: good, left: rows.length - good });
}

/** The open book as a file that comes back in the same. */
export async function exportCsv(now: Date): Promise<string> {
  const [lines, baits, colourways] = await Promise.all([
    openLines(now, 100000),
    list('baits'),
    list('colourways'),
  ]);
  const name = (all: { id: number; spec: { name: string } }[], id: number) =>
    all.find((entry) => entry.id === id)?.spec.name ?? '';
  const data = lines.flatMap((line) =>
    line.parts.map((part) => ({
      customer: line.customer,
      line: line.name,
      bait: name(baits, part.bait),
      colourway: name(colourways, part.colourway),
      count: part.count,
      pack: line.pack,
      promised: line.promised,
      usable: line.usable ? 'yes' : '',
    })),
  );
  const rows = data.map((other) => COLUMNS.map((column) => String(other[column])));
  const how = { newline: '\n', escapeFormulae: true };
  return `${Papa.unparse({ fields: [...COLUMNS], data: rows }, how)}\n`;
}
