import { rows } from './query.ts';
import { tables } from './tables.ts';

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
  /** usable baits will do too */
  usable: boolean;
  count: number;
  allotted: number;
  cured: number;
  cured_at: Date | null;
  packed: number;
  sent: number;
  parts: PartRow[];
}

const LINES = `
  SELECT l.id, l.order_id, o.customer, l.name, l.pack,
         to_char(l.promised, 'YYYY-MM-DD') AS promised, l.closed, l.usable,
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

/** How many open lines there are beyond so many. */
export const linesBeyond = async (most: number): Promise<number> =>
  Math.max(0, (await tables().OrderLine.count({ where: { closed: false } })) - most);

export const orderLines = (order: number, now: Date): Promise<LineRow[]> =>
  rows(`${LINES} WHERE l.order_id = $2 ORDER BY l.position`, [now.toISOString(), order]);
export const linesById = (ids: number[], now: Date): Promise<LineRow[]> =>
  rows(`${LINES} WHERE l.id = ANY($2::int[]) ORDER BY l.promised, l.id`, [now.toISOString(), ids]);

/** Baits of some shapes that the open book still wants. */
export async function leftInBook(baits: readonly number[]): Promise<number> {
  const [found] = await rows<{ left: number }>(
    `SELECT coalesce(sum(greatest(0, lp.count - coalesce(a.allotted, 0))), 0)::int AS left
       FROM line_parts lp JOIN order_lines l ON l.id = lp.line_id
       LEFT JOIN LATERAL (SELECT sum(count) AS allotted FROM allocations
         WHERE part_id = lp.id) a ON true
      WHERE NOT l.closed AND lp.bait_id = ANY($1::int[])`,
    [baits],
  );
  return found!.left;
}
