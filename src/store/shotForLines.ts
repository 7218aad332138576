import { rows } from './query.ts';

/** What a session shot of the baits that a line of an order was given of. */
export interface ShotForRow {
  line: number;
  given: number;
  /** baits all lines were given of the same there */
  all: number;
  shot: number;
  good: number;
}

/** What was shot where the baits of an order's lines came from, trials and dropped shots apart. */
export const shotForLines = (order: number): Promise<ShotForRow[]> =>
  rows(
    `WITH own AS (
       SELECT l.id AS line, p.bait_id, p.colourway_id, a.session_id, sum(a.count)::int AS given
         FROM order_lines l JOIN line_parts p ON p.line_id = l.id
         JOIN allocations a ON a.part_id = p.id AND a.session_id IS NOT NULL
        WHERE l.order_id = $1
        GROUP BY l.id, p.bait_id, p.colourway_id, a.session_id
       HAVING sum(a.count) > 0)
     SELECT own.line, own.given,
            (SELECT coalesce(sum(a.count), 0)::int FROM allocations a
               JOIN line_parts p ON p.id = a.part_id
              WHERE a.session_id = own.session_id AND p.bait_id = own.bait_id
                AND p.colourway_id = own.colourway_id) AS "all",
            coalesce(sum(s.good + s.usable + s.second), 0)::int AS shot,
            coalesce(sum(s.good), 0)::int AS good
       FROM own LEFT JOIN shots s ON s.session_id = own.session_id AND s.bait_id = own.bait_id
        AND s.colourway_id = own.colourway_id AND s.makes = 'bait' AND s.kept AND NOT s.trial
      GROUP BY own.line, own.session_id, own.bait_id, own.colourway_id, own.given
      ORDER BY own.line, own.session_id`,
    [order],
  );
