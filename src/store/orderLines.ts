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

/** Which lines are asked for, `$1` being now: a page of them by its order and limit. */
const ASKED = `WITH asked AS MATERIALIZED (SELECT l.* FROM order_lines l WHERE`;
/**
 * What is wanted, allotted, packed and sent of them. It is summed up for all of them at once: line by
 * line it took three times as long.
 */
const STANDS = `),
  held AS (
    SELECT a.part_id, sum(a.count)::int AS allotted, max(a.cured_at) AS cured_at,
           sum(a.count) FILTER (WHERE a.cured_at <= $1)::int AS cured
      FROM asked JOIN line_parts p ON p.line_id = asked.id
      JOIN allocations a ON a.part_id = p.id GROUP BY a.part_id),
  wanted AS (
    SELECT p.line_id, sum(p.count)::int AS count, coalesce(sum(h.allotted), 0)::int AS allotted,
           coalesce(sum(h.cured), 0)::int AS cured, max(h.cured_at) AS cured_at,
           json_agg(json_build_object('id', p.id, 'bait', p.bait_id, 'colourway', p.colourway_id,
             'count', p.count, 'allotted', coalesce(h.allotted, 0)) ORDER BY p.id) AS parts
      FROM asked JOIN line_parts p ON p.line_id = asked.id
      LEFT JOIN held h ON h.part_id = p.id GROUP BY p.line_id),
  moved AS (
    SELECT m.line_id, sum(m.count) FILTER (WHERE m.kind = 'packed') AS packed,
           sum(m.count) FILTER (WHERE m.kind = 'sent') AS sent
      FROM asked JOIN line_moves m ON m.line_id = asked.id GROUP BY m.line_id)
  SELECT l.id, l.order_id, o.customer, l.name, l.pack,
         to_char(l.promised, 'YYYY-MM-DD') AS promised, l.closed, l.usable,
         w.count, w.allotted, w.cured, w.cured_at, w.parts,
         coalesce(m.packed, 0)::int AS packed, coalesce(m.sent, 0)::int AS sent
    FROM asked l JOIN orders o ON o.id = l.order_id JOIN wanted w ON w.line_id = l.id
    LEFT JOIN moved m ON m.line_id = l.id`;
const SOONEST = 'ORDER BY l.promised, l.id';

/** The open book by promised day, a page at a time. */
export const openLines = (
  now: Date,
  limit = 200,
  after?: { promised: string; id: number },
): Promise<LineRow[]> =>
  after
    ? rows(
        `${ASKED} NOT l.closed AND (l.promised, l.id) > ($2::date, $3) ${SOONEST} LIMIT $4
         ${STANDS} ${SOONEST}`,
        [now.toISOString(), after.promised, after.id, limit],
      )
    : rows(`${ASKED} NOT l.closed ${SOONEST} LIMIT $2 ${STANDS} ${SOONEST}`, [
        now.toISOString(),
        limit,
      ]);

/** How many open lines there are beyond so many. */
export const linesBeyond = async (most: number): Promise<number> =>
  Math.max(0, (await tables().OrderLine.count({ where: { closed: false } })) - most);

export const orderLines = (order: number, now: Date): Promise<LineRow[]> =>
  rows(`${ASKED} l.order_id = $2 ${STANDS} ORDER BY l.position`, [now.toISOString(), order]);
export const linesById = (ids: number[], now: Date): Promise<LineRow[]> =>
  rows(`${ASKED} l.id = ANY($2::int[]) ${STANDS} ${SOONEST}`, [now.toISOString(), ids]);

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
