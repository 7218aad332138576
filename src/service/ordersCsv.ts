import Papa from 'papaparse';
import { type ReadRow, COLUMNS, readRows, type CsvRow, toOrders } from '../core/order/csv.ts';
import { list } from '../store/catalogue.ts';
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
/** Columns that a file may do without. */
const LEFT_OUT: ReadonlySet<string> = new Set(['line', 'pack', 'usable']);

/** Reads an order file and says of every row whether it can be taken. Nothing is saved. */

export async function previewCsv(text: string): Promise<Result<ReadRow[]>> {
  if (text.length > 4000000) return problem(422, 'too-large', 'That file is over 4 MB. Split it.');
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading) => heading.trim().toLowerCase(),
    transform: unescaped,
  });
  const head = parsed.meta.fields ?? [];
  const absent = COLUMNS.filter((column) => !head.includes(column) && !LEFT_OUT.has(column));
  if (absent.length > 0)
    return problem(
      422,
      'no-head',
      `The first row should name the columns. Missing: ${absent.join(', ')}.`,
    );
  if (parsed.data.length > 5000)
    return problem(422, 'too-many', 'That file has over 5,000 rows. Split it.');
  return ok(
    readRows(parsed.data as Partial<CsvRow>[], await names('baits'), await names('colourways')),
  );
}
/** Takes the good rows of a file into the book; bad ones are left out, as the preview showed. */

export async function importCsv(
  text: string,
): Promise<Result<{ orders: number; rows: number; left: number }>> {
  const read = await previewCsv(text);
  if (!read.ok) return read;
  const orders = toOrders(read.value);
  if (orders.length === 0)
    return problem(422, 'no-rows', 'No row of that file can be taken. Nothing was changed.');
  await inTransaction(async () => {
    for (const order of orders) await newOrder(order);
  });
  const good = read.value.filter((readRow) => readRow.part).length;
  return ok({ orders: orders.length, rows: good, left: read.value.length - good });
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
