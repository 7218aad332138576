import type { BenchEvent } from '@/core/session/index.ts';
import type { MouldNote, MouldTrial } from './models/records.ts';
import { row, rows, run } from './query.ts';
import { tables } from './tables.ts';

/**
 * A mould's number, as the log writes it.
 * @throws RangeError where it is none: the act is set aside, with why
 */
function mouldNumber(mould: string): number {
  const number = Number(mould);
  if (!Number.isSafeInteger(number)) throw new RangeError('That is no mould’s number.');
  return number;
}

const ofEvent = ({ session, id, at, payload }: BenchEvent<'noted'> | BenchEvent<'trialled'>) => ({
  sessionId: session,
  eventId: id,
  at: new Date(at),
  mouldId: mouldNumber(payload.mould),
});

/** What was noted of a mould at the bench. */
export const putNote = (event: BenchEvent<'noted'>): Promise<unknown> =>
  tables().MouldNote.bulkCreate([{ ...ofEvent(event), text: event.payload.text }], {
    ignoreDuplicates: true,
  });
/** A mould's trial card. */
export const putTrial = (event: BenchEvent<'trialled'>): Promise<unknown> =>
  tables().MouldTrial.bulkCreate([{ ...ofEvent(event), card: event.payload }], {
    ignoreDuplicates: true,
  });
export const dropNote = (eventId: string): Promise<unknown> =>
  tables().MouldNote.destroy({ where: { eventId } });
export const dropTrial = (eventId: string): Promise<unknown> =>
  tables().MouldTrial.destroy({ where: { eventId } });

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
  mouldId: number,
  limit = 30,
): Promise<Pick<MouldNote, 'at' | 'text' | 'sessionId'>[]> =>
  tables().MouldNote.findAll({
    attributes: ['at', 'text', 'sessionId'],
    where: { mouldId },
    order: [['at', 'DESC']],
    limit,
    raw: true,
  });
export const trialsOf = (
  mouldId: number,
  limit = 10,
): Promise<Pick<MouldTrial, 'at' | 'sessionId' | 'card'>[]> =>
  tables().MouldTrial.findAll({
    attributes: ['at', 'sessionId', 'card'],
    where: { mouldId },
    order: [['at', 'DESC']],
    limit,
    raw: true,
  });
/** Shots moulds have given, for those whose life is counted. */
export const shotsGivenBy = async (moulds: number[]): Promise<Map<number, number>> =>
  moulds.length === 0
    ? new Map()
    : new Map(
        (
          await rows<{ mould_id: number; n: number }>(
            'SELECT mould_id, sum(given)::int AS n FROM goods WHERE mould_id = ANY($1::int[]) GROUP BY mould_id',
            [moulds],
          )
        ).map((row) => [row.mould_id, row.n]),
      );
/** Shots a mould has given, for its life. */
export const shotsGiven = async (mould: number): Promise<number> =>
  (await row<{ n: number }>(
    'SELECT coalesce(sum(given), 0)::int AS n FROM goods WHERE mould_id = $1',
    [mould],
  ))!.n;

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
