import type { Order } from '@/core/order/index.ts';
import { inTransaction, row, rows, run } from './query.ts';

interface PartRow {
  id: number;
  bait: number;
  colourway: number;
  count: number;
  allotted: number;
}
export interface LineRow {
  id: number;
  order_id: number;
  customer: string;
  name: string;
  pack: number;
  promised: string;
  closed: boolean;
  count: number;
  allotted: number;
  cured: number;
  cured_at: Date | null;
  packed: number;
  sent: number;
  parts: PartRow[];
}

const LINES = `
  SELECT l.id, l.order_id, o.customer, l.name, l.pack, to_char(l.promised, 'YYYY-MM-DD') AS promised, l.closed,
         p.count, p.allotted, p.cured, p.cured_at, p.parts, coalesce(m.packed, 0)::int AS packed,
         coalesce(m.sent, 0)::int AS sent
    FROM order_lines l JOIN orders o ON o.id = l.order_id
    JOIN LATERAL (
      SELECT sum(lp.count)::int AS count, coalesce(sum(a.allotted), 0)::int AS allotted,
      coalesce(sum(a.cured), 0)::int AS cured, max(a.cured_at) AS cured_at,
             json_agg(json_build_object('id', lp.id, 'bait', lp.bait_id, 'colourway',
             lp.colourway_id, 'count', lp.count, 'allotted', coalesce(a.allotted, 0)) ORDER BY lp.id) AS parts
        FROM line_parts lp
        LEFT JOIN LATERAL (SELECT sum(count)::int AS allotted, sum(count) FILTER (WHERE cured_at
        <= $1)::int AS cured, max(cured_at) AS cured_at FROM allocations WHERE part_id = lp.id) a ON true
       WHERE lp.line_id = l.id) p ON true
    LEFT JOIN LATERAL (SELECT sum(count) FILTER (WHERE kind = 'packed') AS packed, sum(count)
    FILTER (WHERE kind = 'sent') AS sent FROM line_moves WHERE line_id = l.id) m ON true`;

/** The open book by promised day, a page at a time. */
export const openLines = (
  now: Date,
  limit = 200,
  after?: { promised: string; id: number },
): Promise<LineRow[]> =>
  after
    ? rows(
        `${LINES} WHERE NOT l.closed AND (l.promised, l.id) > ($2::date, $3) ORDER BY l.promised, l.id LIMIT $4`,
        [now.toISOString(), after.promised, after.id, limit],
      )
    : rows(`${LINES} WHERE NOT l.closed ORDER BY l.promised, l.id LIMIT $2`, [
        now.toISOString(),
        limit,
      ]);

export const orderLines = (order: number, now: Date): Promise<LineRow[]> =>
  rows(`${LINES} WHERE l.order_id = $2 ORDER BY l.position`, [now.toISOString(), order]);
export const linesById = (ids: number[], now: Date): Promise<LineRow[]> =>
  rows(`${LINES} WHERE l.id = ANY($2::int[]) ORDER BY l.promised, l.id`, [now.toISOString(), ids]);
export const orderHead = (
  id: number,
): Promise<{ id: number; customer: string; note: string } | null> =>
  row('SELECT id, customer, note FROM orders WHERE id = $1', [id]);
export const customers = async (): Promise<string[]> =>
  (
    await rows<{ customer: string }>(
      'SELECT customer FROM orders GROUP BY customer ORDER BY max(id) DESC LIMIT 100',
    )
  ).map((row) => row.customer);

async function putLines(order: number, lines: Order['lines'], from = 0): Promise<void> {
  for (const [index, line] of lines.entries()) {
    const made = await row<{ id: number }>(
      'INSERT INTO order_lines (order_id, position, name, pack, promised) VALUES ($1,$2,$3,$4,$5) RETURNING id',
      [order, from + index, line.name, line.pack, line.promised],
    );
    for (const part of line.parts)
      await run(
        'INSERT INTO line_parts (line_id, bait_id, colourway_id, count) VALUES ($1,$2,$3,$4)',
        [made!.id, part.bait, part.colourway, part.count],
      );
  }
}

export function insertOrder(order: Order): Promise<number> {
  return inTransaction(async () => {
    const made = await row<{ id: number }>(
      'INSERT INTO orders (customer, note) VALUES ($1,$2) RETURNING id',
      [order.customer, order.note],
    );
    await putLines(made!.id, order.lines);
    return made!.id;
  });
}

/** Takes an order, or one line of it, for this transaction: changes go one after the other. */
export const lockOrder = async (id: number): Promise<boolean> =>
  (await row('SELECT id FROM orders WHERE id = $1 FOR UPDATE', [id])) !== null;
export const lockLine = async (id: number): Promise<boolean> =>
  (await row('SELECT id FROM order_lines WHERE id = $1 FOR UPDATE', [id])) !== null;

/** Lines of an order as they are edited. */
export const linesAsOrdered = async (order: number): Promise<Order['lines']> =>
  (
    await rows<{ lines: Order['lines'] }>(
      `SELECT coalesce(json_agg(json_build_object('id', l.id, 'name', l.name, 'pack', l.pack,
        'promised', to_char(l.promised, 'YYYY-MM-DD'),
                'parts', (SELECT json_agg(json_build_object('bait', p.bait_id, 'colourway',
                p.colourway_id, 'count', p.count) ORDER BY p.id) FROM line_parts p WHERE p.line_id
                = l.id)) ORDER BY l.position), '[]') AS lines
         FROM order_lines l WHERE l.order_id = $1`,
      [order],
    )
  )[0]!.lines;

/**
 * Changes an order's head and its lines; answers with what stays though it was taken out. Lines
 * already shot for keep their parts; they may be closed, not deleted.
 */
export function updateOrder(id: number, order: Order): Promise<string[]> {
  return inTransaction(async () => {
    await run('UPDATE orders SET customer = $2, note = $3 WHERE id = $1', [
      id,
      order.customer,
      order.note,
    ]);
    const held = await rows<{ id: number; used: boolean; name: string }>(
      `SELECT l.id, l.name, EXISTS (SELECT 1 FROM line_parts p JOIN allocations a ON a.part_id =
        p.id WHERE p.line_id = l.id) OR EXISTS (SELECT 1 FROM line_moves m WHERE m.line_id = l.id) AS used
         FROM order_lines l WHERE l.order_id = $1`,
      [id],
    );
    const wanted = new Set(order.lines.map((line) => line.id).filter((x) => x !== undefined));
    const kept: string[] = [];
    for (const line of held) {
      if (wanted.has(line.id)) continue;
      if (line.used) kept.push(String(line.id));
      else await run('DELETE FROM order_lines WHERE id = $1', [line.id]);
    }
    // Out of the way first, so that lines can change places under the unique position.
    await run('UPDATE order_lines SET position = -id WHERE order_id = $1', [id]);
    for (const [index, line] of order.lines.entries()) {
      const now = held.find((entry) => entry.id === line.id);
      if (!now) {
        await putLines(id, [line], index);
        continue;
      }
      await run(
        'UPDATE order_lines SET name = $2, pack = $3, promised = $4, position = $5 WHERE id = $1',
        [now.id, line.name, line.pack, line.promised, index],
      );
      const parts = await rows<{
        id: number;
        bait_id: number;
        colourway_id: number;
        used: boolean;
      }>(
        `SELECT p.id, bait_id, colourway_id, EXISTS (SELECT 1 FROM allocations a WHERE a.part_id =
          p.id) AS used FROM line_parts p WHERE line_id = $1`,
        [now.id],
      );
      for (const part of line.parts) {
        const same = parts.find(
          (other) => other.bait_id === part.bait && other.colourway_id === part.colourway,
        );
        if (same)
          await run('UPDATE line_parts SET count = $2 WHERE id = $1', [same.id, part.count]);
        else
          await run(
            'INSERT INTO line_parts (line_id, bait_id, colourway_id, count) VALUES ($1,$2,$3,$4)',
            [now.id, part.bait, part.colourway, part.count],
          );
      }
      for (const part of parts) {
        if (
          line.parts.some(
            (other) => other.bait === part.bait_id && other.colourway === part.colourway_id,
          )
        )
          continue;
        if (part.used) kept.push(`part ${part.id}`);
        else await run('DELETE FROM line_parts WHERE id = $1', [part.id]);
      }
    }
    return kept;
  });
}

/** Open lines that want a bait, or a colourway. */
export const openUses = async (of: 'baits' | 'colourways', id: number): Promise<number> =>
  (await row<{ n: number }>(
    `SELECT count(DISTINCT l.id)::int AS n FROM order_lines l JOIN line_parts p ON p.line_id =
      l.id WHERE NOT l.closed AND p.${of === 'baits' ? 'bait_id' : 'colourway_id'} = $1`,
    [id],
  ))!.n;

export const closeLine = (id: number, closed: boolean): Promise<{ id: number } | null> =>
  row('UPDATE order_lines SET closed = $2 WHERE id = $1 RETURNING id', [id, closed]);
