/** The order book as rows of a file. One row is one part; rows that share customer, line name, pack and day are one line. */
export const COLUMNS = ['customer', 'line', 'bait', 'colourway', 'count', 'pack', 'promised'] as const;
export type CsvRow = Record<(typeof COLUMNS)[number], string>;

export interface ReadRow {
  /** row in the file, the head being row 1 */
  row: number;
  typed: CsvRow;
  /** why it cannot be taken; empty when it can */
  wrong: string[];
  part: { customer: string; line: string; bait: number; colourway: number; count: number; pack: number; promised: string } | null;
}

/** Days as people write them: 2026-12-01, 1/12/2026 (day first), 1.12.2026. Null when it is none or no such day. */
export function readDay(typed: string): string | null {
  const text = typed.trim();
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  const dayFirst = /^(\d{1,2})[/.](\d{1,2})[/.](\d{4})$/.exec(text);
  const [y, m, d] = iso ? [iso[1], iso[2], iso[3]] : dayFirst ? [dayFirst[3], dayFirst[2], dayFirst[1]] : [];
  if (!y) return null;
  const day = `${y}-${m!.padStart(2, '0')}-${d!.padStart(2, '0')}`;
  const parsed = new Date(`${day}T00:00:00Z`);
  return Number.isNaN(parsed.getTime()) || parsed.toISOString().slice(0, 10) !== day ? null : day;
}

const whole = (typed: string): number | null => (/^\d{1,6}$/.test(typed.trim()) && Number(typed) > 0 ? Number(typed) : null);

/** Checks each row against the shop's baits and colourways, with a reason for each thing wrong. */
export function readRows(rows: Partial<CsvRow>[], baits: Map<string, number>, colourways: Map<string, number>): ReadRow[] {
  return rows.map((raw, i) => {
    const typed = Object.fromEntries(COLUMNS.map((c) => [c, (raw[c] ?? '').trim()])) as CsvRow;
    const wrong: string[] = [];
    const bait = baits.get(typed.bait.toLowerCase());
    const colourway = colourways.get(typed.colourway.toLowerCase());
    const count = whole(typed.count);
    const pack = typed.pack === '' ? 1 : whole(typed.pack);
    const promised = readDay(typed.promised);
    if (!typed.customer) wrong.push('no customer');
    if (bait === undefined) wrong.push(typed.bait ? `no bait is called “${typed.bait}”` : 'no bait');
    if (colourway === undefined) wrong.push(typed.colourway ? `no colourway is called “${typed.colourway}”` : 'no colourway');
    if (count === null) wrong.push(`“${typed.count}” is not a whole number of baits`);
    if (pack === null) wrong.push(`“${typed.pack}” is not a pack size`);
    if (promised === null) wrong.push(typed.promised ? `“${typed.promised}” is not a day; write 2026-12-01 or 1/12/2026` : 'no promised day');
    return { row: i + 2, typed, wrong, part: wrong.length ? null : { customer: typed.customer, line: typed.line, bait: bait!, colourway: colourway!, count: count!, pack: pack!, promised: promised! } };
  });
}

/** Good rows as orders: one for each customer, rows with the same named line together as an assorted one. */
export function toOrders(rows: ReadRow[]): { customer: string; note: string; lines: { name: string; pack: number; promised: string; parts: { bait: number; colourway: number; count: number }[] }[] }[] {
  const orders = new Map<string, ReturnType<typeof toOrders>[number]>();
  for (const { part } of rows) {
    if (!part) continue;
    const order = orders.get(part.customer) ?? { customer: part.customer, note: '', lines: [] };
    orders.set(part.customer, order);
    const together = part.line ? order.lines.find((l) => l.name === part.line && l.pack === part.pack && l.promised === part.promised) : undefined;
    const held = together?.parts.find((p) => p.bait === part.bait && p.colourway === part.colourway);
    const one = { bait: part.bait, colourway: part.colourway, count: part.count };
    if (held) held.count += part.count;
    else if (together) together.parts.push(one);
    else order.lines.push({ name: part.line, pack: part.pack, promised: part.promised, parts: [one] });
  }
  return [...orders.values()];
}
