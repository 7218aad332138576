import type { BenchEvent } from '@/core/session/index.ts';
import { row, rows, run } from './query.ts';

const when = (ms: number): string => new Date(ms).toISOString();

/** What was noted of a mould at the bench. */
export const putNote = (benchEvent: BenchEvent<'noted'>): Promise<void> =>
  run(
    `INSERT INTO mould_notes (session_id, event_id, at, mould_id, text) VALUES ($1,$2,$3,$4,$5)
      ON CONFLICT (event_id) DO NOTHING`,
    [
      benchEvent.session,
      benchEvent.id,
      when(benchEvent.at),
      Number(benchEvent.payload.mould),
      benchEvent.payload.text,
    ],
  );
/** A mould's trial card. */
export const putTrial = (benchEvent: BenchEvent<'trialled'>): Promise<void> =>
  run(
    `INSERT INTO mould_trials (session_id, event_id, at, mould_id, card) VALUES
      ($1,$2,$3,$4,$5::jsonb) ON CONFLICT (event_id) DO NOTHING`,
    [
      benchEvent.session,
      benchEvent.id,
      when(benchEvent.at),
      Number(benchEvent.payload.mould),
      JSON.stringify(benchEvent.payload),
    ],
  );
export const dropNote = (event: string): Promise<void> =>
  run('DELETE FROM mould_notes WHERE event_id = $1', [event]);
export const dropTrial = (event: string): Promise<void> =>
  run('DELETE FROM mould_trials WHERE event_id = $1', [event]);

/** The newest notes of every mould, newest first, a few each. */
export const newestNotes = (
  each = 3,
): Promise<{ mould_id: number; at: Date; text: string; session_id: number }[]> =>
  rows(
    `SELECT mould_id, at, text, session_id FROM (SELECT *, row_number() OVER (PARTITION BY
      mould_id ORDER BY at DESC) AS n FROM mould_notes) x WHERE n <= $1 ORDER BY mould_id, at
      DESC LIMIT 2000`,
    [each],
  );
export const notesOf = (
  mould: number,
  limit = 30,
): Promise<{ at: Date; text: string; session_id: number }[]> =>
  rows(
    'SELECT at, text, session_id FROM mould_notes WHERE mould_id = $1 ORDER BY at DESC LIMIT $2',
    [mould, limit],
  );
export const trialsOf = (
  mould: number,
  limit = 10,
): Promise<{ at: Date; session_id: number; card: BenchEvent<'trialled'>['payload'] }[]> =>
  rows(
    'SELECT at, session_id, card FROM mould_trials WHERE mould_id = $1 ORDER BY at DESC LIMIT $2',
    [mould, limit],
  );
/** Shots moulds have given, for those whose life is counted. */
export const shotsGivenBy = async (moulds: number[]): Promise<Map<number, number>> =>
  moulds.length === 0
    ? new Map()
    : new Map(
        (
          await rows<{ mould_id: number; n: number }>(
            'SELECT mould_id, count(*)::int AS n FROM shots WHERE mould_id = ANY($1::int[]) GROUP BY mould_id',
            [moulds],
          )
        ).map((row) => [row.mould_id, row.n]),
      );
/** Shots a mould has given, for its life. */
export const shotsGiven = async (mould: number): Promise<number> =>
  (await row<{ n: number }>('SELECT count(*)::int AS n FROM shots WHERE mould_id = $1', [mould]))!
    .n;

/**
 * Moulds that take a mould's inserts know it by its number and say it by the name it has now; what
 * they named by words alone is joined to it.
 * @param words names that were and are this mould's
 */
export const joinTakes = (mould: number, name: string, words: string[]): Promise<void> => {
  const own = `(t->>'mouldId')::int = $1 OR (NOT t ? 'mouldId' AND t->>'mould' = ANY($3::text[]))`;
  return run(
    `UPDATE moulds SET updated_at = clock_timestamp(), spec = jsonb_set(spec, '{takes}', (SELECT
       jsonb_agg(CASE WHEN ${own} THEN t || jsonb_build_object('mouldId', $1::int, 'mould', $2::text)
       ELSE t END ORDER BY place)
       FROM jsonb_array_elements(spec->'takes') WITH ORDINALITY takes(t, place)))
     WHERE EXISTS (SELECT 1 FROM jsonb_array_elements(spec->'takes') t WHERE ${own})`,
    [mould, name, words],
  );
};
