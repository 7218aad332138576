import type { Transaction } from 'sequelize';
import { rows, run } from './query.ts';

/** Baits a part of a line still wants: its count less all that was ever allotted to it. */
export async function stillWanted(part: number, transaction: Transaction): Promise<number> {
  const found = await rows<{ wanted: number }>(
    `SELECT (p.count - coalesce((SELECT sum(count) FROM allocations WHERE part_id = p.id), 0))::int AS wanted
       FROM line_parts p WHERE p.id = $1 FOR UPDATE`,
    [part],
    transaction,
  );
  return Math.max(0, found[0]?.wanted ?? 0);
}

export const allocate = (part: number, count: number, at: number, curedAt: number, session: number, cause: string, transaction: Transaction): Promise<void> =>
  run('INSERT INTO allocations (at, part_id, count, cured_at, session_id, cause) VALUES ($1,$2,$3,$4,$5,$6)', [new Date(at).toISOString(), part, count, new Date(curedAt).toISOString(), session, cause], transaction);

export const moveStock = (bait: number, colourway: number, grade: string, count: number, at: number, session: number, cause: string, transaction: Transaction): Promise<void> =>
  run(
    `INSERT INTO stock_moves (at, bait_id, colourway_id, grade, count, session_id, cause) VALUES ($1,$2,$3,$4,$5,$6,$7)
     ON CONFLICT (cause, bait_id, colourway_id, grade) DO UPDATE SET count = stock_moves.count + excluded.count`,
    [new Date(at).toISOString(), bait, colourway, grade, count, session, cause],
    transaction,
  );

/** Takes back every move an event caused, by moves the other way. Answers whether there were any. */
export async function reverse(cause: string, by: string, at: number, transaction: Transaction): Promise<boolean> {
  const bind = [cause, by, new Date(at).toISOString()];
  const given = await rows('INSERT INTO allocations (at, part_id, count, cured_at, session_id, cause) SELECT $3, part_id, -count, cured_at, session_id, $2 FROM allocations WHERE cause = $1 RETURNING id', bind, transaction);
  const kept = await rows('INSERT INTO stock_moves (at, bait_id, colourway_id, grade, count, session_id, cause) SELECT $3, bait_id, colourway_id, grade, -count, session_id, $2 FROM stock_moves WHERE cause = $1 RETURNING id', bind, transaction);
  return given.length + kept.length > 0;
}

export const moveLine = (line: number, kind: 'packed' | 'sent', count: number, cause: string): Promise<void> =>
  run('INSERT INTO line_moves (line_id, kind, count, cause) VALUES ($1,$2,$3,$4) ON CONFLICT (cause) DO NOTHING', [line, kind, count, cause]);

export const stock = (): Promise<{ bait_id: number; colourway_id: number; grade: string; count: number }[]> =>
  rows('SELECT bait_id, colourway_id, grade, sum(count)::int AS count FROM stock_moves GROUP BY 1, 2, 3 HAVING sum(count) <> 0 ORDER BY 1, 2, 3 LIMIT 500');

/** What a finished session gave to which line. */
export const allotments = (session: number): Promise<{ customer: string; bait: string; colourway: string; line: number; count: number; cured_at: Date }[]> =>
  rows(
    `SELECT o.customer, b.name AS bait, c.name AS colourway, l.id AS line, sum(a.count)::int AS count, max(a.cured_at) AS cured_at
       FROM allocations a JOIN line_parts p ON p.id = a.part_id JOIN order_lines l ON l.id = p.line_id JOIN orders o ON o.id = l.order_id
       JOIN baits b ON b.id = p.bait_id JOIN colourways c ON c.id = p.colourway_id
      WHERE a.session_id = $1 GROUP BY 1, 2, 3, 4 HAVING sum(a.count) <> 0 ORDER BY l.id`,
    [session],
  );

export const toStock = (session: number): Promise<{ bait: string; colourway: string; grade: string; count: number }[]> =>
  rows(
    `SELECT b.name AS bait, c.name AS colourway, m.grade, sum(m.count)::int AS count FROM stock_moves m JOIN baits b ON b.id = m.bait_id JOIN colourways c ON c.id = m.colourway_id
      WHERE m.session_id = $1 GROUP BY 1, 2, 3 HAVING sum(m.count) <> 0 ORDER BY 1, 2, 3`,
    [session],
  );
