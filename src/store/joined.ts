import type { ServedLine } from '@/core/plan/index.ts';
import { rows } from './query.ts';

/** An order line that joined a job of a session after it was planned. */
export interface JoinedRow {
  session: number;
  job: string;
  line: ServedLine;
}

/** Order lines that joined sessions while they were shot; what was taken back is left out. */
export const joinedLines = (sessions: readonly number[]): Promise<JoinedRow[]> =>
  rows(
    `SELECT e.session_id AS session, e.payload->>'job' AS job, e.payload->'line' AS line
       FROM events e
      WHERE e.session_id = ANY($1::int[]) AND e.kind = 'changed' AND e.payload->>'what' = 'line'
        AND NOT EXISTS (SELECT 1 FROM events u WHERE u.session_id = e.session_id AND u.kind = 'undone'
          AND u.payload->>'event' = e.id::text
          AND NOT EXISTS (SELECT 1 FROM events r WHERE r.session_id = e.session_id
            AND r.kind = 'undone' AND r.payload->>'event' = u.id::text))
      ORDER BY e.session_id, e.seq`,
    [sessions],
  );
