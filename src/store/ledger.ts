import { row, rows, run } from './query.ts';

/** Baits a part of a line still wants: its count less all that was ever allotted to it. */
export async function stillWanted(part: number): Promise<number> {
  const found = await rows<{ wanted: number }>(
    `SELECT (p.count - coalesce((SELECT sum(count) FROM allocations WHERE part_id = p.id), 0))::int AS wanted
       FROM line_parts p WHERE p.id = $1 FOR UPDATE`,
    [part],
  );
  return Math.max(0, found[0]?.wanted ?? 0);
}

/** The event that moves something: whose it is, and when it happened, ms since 1970. */
export interface Cause {
  id: string;
  /** null where it was done at the shelf */
  session: number | null;
  at: number;
}

/** Gives baits of a session, or of the shelf, to a part of a line; below 0 takes them back. */
export const allocate = (
  part: number,
  { count, curedAt }: { count: number; curedAt: number },
  cause: Cause,
): Promise<void> =>
  run(
    'INSERT INTO allocations (at, part_id, count, cured_at, session_id, cause) VALUES ($1,$2,$3,$4,$5,$6)',
    [
      new Date(cause.at).toISOString(),
      part,
      count,
      new Date(curedAt).toISOString(),
      cause.session,
      cause.id,
    ],
  );

/** Baits of one kind in stock. */
export interface Heap {
  bait: number;
  colourway: number;
  build: string;
  grade: string;
}

/** What a session has given to lines so far, by part, and to stock, by heap. */
export const sharedBy = async (
  session: number,
): Promise<{
  parts: { part: number; count: number; cured_at: Date }[];
  heaps: (Heap & { count: number })[];
}> => ({
  parts: await rows(
    `SELECT part_id AS part, sum(count)::int AS count, max(cured_at) AS cured_at FROM
      allocations WHERE session_id = $1 GROUP BY 1 HAVING sum(count) <> 0`,
    [session],
  ),
  heaps: await rows(
    `SELECT bait_id AS bait, colourway_id AS colourway, build, grade, sum(count)::int AS count
      FROM stock_moves WHERE session_id = $1 GROUP BY 1, 2, 3, 4 HAVING sum(count) <> 0`,
    [session],
  ),
});

/** @param more why, and the move this one takes back */
export const moveLine = (
  line: number,
  { kind, count, cause }: { kind: 'packed' | 'sent'; count: number; cause: string },
  more: { why?: string; undoes?: string } = {},
): Promise<void> =>
  run(
    `INSERT INTO line_moves (line_id, kind, count, cause, why, undoes) VALUES
      ($1,$2,$3,$4,$5,$6) ON CONFLICT DO NOTHING`,
    [line, kind, count, cause, more.why ?? '', more.undoes ?? null],
  );

/** A move of a line, with whether it was taken back already; null when there is none. */
export const lineMove = (
  line: number,
  cause: string,
): Promise<{ kind: 'packed' | 'sent'; count: number; undone: boolean } | null> =>
  row(
    `SELECT m.kind, m.count, EXISTS (SELECT 1 FROM line_moves u WHERE u.undoes = m.cause) AS
      undone FROM line_moves m WHERE m.line_id = $1 AND m.cause = $2 AND m.undoes IS NULL`,
    [line, cause],
  );

/** What a finished session gave to which line. */
export const allotments = (
  session: number,
): Promise<
  {
    customer: string;
    bait: string;
    colourway: string;
    line: number;
    count: number;
    cured_at: Date;
  }[]
> =>
  rows(
    `SELECT o.customer, b.name AS bait, c.name AS colourway, l.id AS line, sum(a.count)::int AS
      count, max(a.cured_at) AS cured_at
       FROM allocations a JOIN line_parts p ON p.id = a.part_id JOIN order_lines l ON l.id =
       p.line_id JOIN orders o ON o.id = l.order_id
       JOIN baits b ON b.id = p.bait_id JOIN colourways c ON c.id = p.colourway_id
      WHERE a.session_id = $1 GROUP BY 1, 2, 3, 4 HAVING sum(a.count) <> 0 ORDER BY l.id`,
    [session],
  );

export const toStock = (
  session: number,
): Promise<{ bait: string; colourway: string; build: string; grade: string; count: number }[]> =>
  rows(
    `SELECT coalesce(b.name, 'a bait nobody has named') AS bait, coalesce(c.name,
      'an unnamed colour') AS colourway, m.build, m.grade, sum(m.count)::int AS count
       FROM stock_moves m LEFT JOIN baits b ON b.id = m.bait_id LEFT JOIN colourways c ON c.id = m.colourway_id
      WHERE m.session_id = $1 GROUP BY 1, 2, 3, 4 HAVING sum(m.count) <> 0 ORDER BY 1, 2, 3, 4`,
    [session],
  );

/** A move of baits or inserts, with its cause: an event of a session, or an act at the shelf. */
export interface MoveRow {
  at: Date;
  what: string;
  count: number;
  why: string;
  session_id: number | null;
  session: string | null;
}
