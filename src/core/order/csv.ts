import { readDay } from './day.ts';
import type { Order } from './order.ts';
import { MOST, OrderSchema } from './order.ts';

/**
 * The order book as rows of a file. One row is one part; rows that share customer, line name, pack,
 * day and whether usable ones will do are one line.
 */
export const COLUMNS = [
  'customer',
  'line',
  'bait',
  'colourway',
  'count',
  'pack',
  'promised',
  'usable',
] as const;
export type CsvRow = Record<(typeof COLUMNS)[number], string>;

export interface ReadRow {
  /** row in the file, the head being row 1 */
  row: number;
  typed: CsvRow;
  /** why it cannot be taken; empty when it can */
  wrong: string[];
  part: {
    customer: string;
    line: string;
    bait: number;
    colourway: number;
    count: number;
    pack: number;
    promised: string;
    usable: boolean;
  } | null;
}

/** Columns by what the book calls them. */
const WHERE: Record<string, string> = {
  customer: 'customer',
  name: 'line',
  pack: 'pack',
  count: 'count',
  promised: 'promised',
};

/** What a row says of usable baits; nothing said = good ones alone. */
const USABLE: Record<string, boolean> = { '': false, no: false, yes: true };

const whole = (typed: string): number | null =>
  /^\d{1,6}$/.test(typed.trim()) && Number(typed) > 0 ? Number(typed) : null;

/** Why a name in a row is none of the shop's. */
const notOurs = (thing: string, name: string): string =>
  name ? `no ${thing} is called “${name}”` : `no ${thing}`;
const noDay = (typed: string): string =>
  typed ? `“${typed}” is not a day; write 2026-12-01 or 1/12/2026` : 'no promised day';

/** Checks each row against the shop's baits and colourways, with a reason for each thing wrong. */
export function readRows(
  rows: Partial<CsvRow>[],
  baits: Map<string, number>,
  colourways: Map<string, number>,
): ReadRow[] {
  return rows.map((raw, i) => {
    const typed = Object.fromEntries(
      COLUMNS.map((column) => [column, (raw[column] ?? '').trim()]),
    ) as CsvRow;
    const bait = baits.get(typed.bait.toLowerCase());
    const colourway = colourways.get(typed.colourway.toLowerCase());
    const count = whole(typed.count);
    const pack = typed.pack === '' ? 1 : whole(typed.pack);
    const promised = readDay(typed.promised);
    const usable = USABLE[typed.usable.toLowerCase()];
    const wrong = [
      ...(typed.customer ? [] : ['no customer']),
      ...(bait === undefined ? [notOurs('bait', typed.bait)] : []),
      ...(colourway === undefined ? [notOurs('colourway', typed.colourway)] : []),
      ...(count === null ? [`“${typed.count}” is not a whole number of baits`] : []),
      ...(pack === null ? [`“${typed.pack}” is not a pack size`] : []),
      ...(promised === null ? [noDay(typed.promised)] : []),
      ...(usable === undefined ? [`usable is yes or no, not “${typed.usable}”`] : []),
    ];
    const part = wrong.length
      ? null
      : {
          customer: typed.customer,
          line: typed.line,
          bait: bait!,
          colourway: colourway!,
          count: count!,
          pack: pack!,
          promised: promised!,
          usable: usable!,
        };
    // What the book itself would not take is said now, not when everything is taken.
    const kept = part && OrderSchema.safeParse(toOrders([{ row: 0, typed, wrong, part }])[0]);
    if (kept && !kept.success)
      wrong.push(
        ...kept.error.issues.map(
          (issue) => `${WHERE[String(issue.path.at(-1))] ?? 'row'}: ${issue.message}`,
        ),
      );
    return { row: i + 2, typed, wrong, part: wrong.length ? null : part };
  });
}

/**
 * Good rows as orders: one for each customer, rows with the same named line together as an assorted
 * one. What one order or one line does not hold goes into another.
 */
export function toOrders(rows: readonly ReadRow[]): Order[] {
  const newest = new Map<string, Order>();
  const orders: Order[] = [];
  for (const { part } of rows) {
    if (!part) continue;
    let order = newest.get(part.customer);
    const together = part.line
      ? order?.lines.find(
          (line) =>
            line.name === part.line &&
            line.pack === part.pack &&
            line.promised === part.promised &&
            line.usable === part.usable,
        )
      : undefined;
    const held = together?.parts.find(
      (other) => other.bait === part.bait && other.colourway === part.colourway,
    );
    const one = { bait: part.bait, colourway: part.colourway, count: part.count };
    if (held && held.count + part.count <= MOST.count) held.count += part.count;
    else if (together && !held) together.parts.push(one);
    else {
      if (!order || order.lines.length >= MOST.lines) {
        order = { customer: part.customer, note: '', lines: [] };
        orders.push(order);
        newest.set(part.customer, order);
      }
      const { line: name, pack, promised, usable } = part;
      order.lines.push({ name, pack, promised, usable, parts: [one] });
    }
  }
  return orders;
}
