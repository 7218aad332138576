import { rows } from './query.ts';

/** Something that was done for a line of an order. */
export interface StoryRow {
  line: number;
  what: 'shot' | 'shelf' | 'packed' | 'sent';
  at: Date;
  count: number;
  bait_id: number | null;
  session_id: number | null;
  session: string | null;
  /** a packing or sending: what it is known by, and whether it was taken back */
  cause: string | null;
  undone: boolean;
  why: string;
}

/** What was shot, taken from the shelf, packed and sent for an order, the latest first. */
export const storyOf = (order: number): Promise<StoryRow[]> =>
  rows(
    `WITH parts AS (SELECT p.id, p.line_id, p.bait_id FROM line_parts p
                      JOIN order_lines l ON l.id = p.line_id WHERE l.order_id = $1)
     SELECT parts.line_id AS line,
            CASE WHEN a.session_id IS NULL THEN 'shelf' ELSE 'shot' END AS what,
            max(a.at) AS at, sum(a.count)::int AS count, parts.bait_id, a.session_id,
            s.name AS session, NULL::uuid AS cause, false AS undone, '' AS why
       FROM parts JOIN allocations a ON a.part_id = parts.id
       LEFT JOIN sessions s ON s.id = a.session_id
      GROUP BY parts.line_id, parts.id, parts.bait_id, a.session_id, s.name
     HAVING sum(a.count) <> 0
     UNION ALL
     SELECT m.line_id, m.kind, m.at, m.count, NULL, NULL, NULL, m.cause,
            EXISTS (SELECT 1 FROM line_moves u WHERE u.undoes = m.cause), m.why
       FROM line_moves m JOIN order_lines l ON l.id = m.line_id WHERE l.order_id = $1
        AND m.undoes IS NULL
      ORDER BY at DESC`,
    [order],
  );
