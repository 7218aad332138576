import type { Lesson } from '@/core/session/index.ts';
import type { LessonKey } from './models/records.ts';
import { row, rows, run } from './query.ts';
import { tables } from './tables.ts';

export interface KeptLesson extends Lesson {
  session_id: number;
  session: string;
  at: Date;
}
/** What is believed of each thing: the newest lesson of it since it was last forgotten. */
export const newestLessons = (): Promise<
  (Lesson & { evenings: number; all_readings: number; all_left: number })[]
> =>
  rows(
    `SELECT b.key, l.prior, l.posterior, l.readings, l.left_out, b.evenings,
       b.readings AS all_readings, b.left_out AS all_left
     FROM beliefs b JOIN lessons l ON l.id = b.lesson_id ORDER BY b.key`,
  );

/** What is believed of one thing. */
export const newestLesson = (key: string): Promise<Lesson | null> =>
  row(
    `SELECT l.key, l.prior, l.posterior, l.readings, l.left_out FROM lessons l LEFT JOIN
      lesson_keys k ON k.key = l.key WHERE l.key = $1 AND (k.reset_at IS NULL OR l.at >
      k.reset_at) ORDER BY l.at DESC, l.id DESC LIMIT 1`,
    [key],
  );

/** The last lessons of one thing, newest first. */
export const lessonsOf = (key: string, limit: number): Promise<KeptLesson[]> =>
  rows(
    `SELECT l.key, l.prior, l.posterior, l.readings, l.left_out, l.session_id, s.name AS
      session, l.at FROM lessons l JOIN sessions s ON s.id = l.session_id LEFT JOIN lesson_keys
      k ON k.key = l.key WHERE l.key = $1 AND (k.reset_at IS NULL OR l.at > k.reset_at) ORDER BY
      l.at DESC, l.id DESC LIMIT $2`,
    [key, limit],
  );

export const lessonKeys = (): Promise<LessonKey[]> => tables().LessonKey.findAll({ raw: true });
export async function lockKey(key: string, locked: boolean): Promise<void> {
  await tables().LessonKey.upsert({ key, locked }, { fields: ['locked'] });
}
/** Forgets what was learned of one thing so far; the lessons stay on record. */
export async function resetKey(key: string): Promise<void> {
  await tables().LessonKey.upsert({ key, resetAt: new Date(), locked: false });
}

/** A finished session nothing has been learned from yet, the oldest first. */
export const sessionToLearn = async (): Promise<number | null> =>
  (
    await tables().Session.findOne({
      attributes: ['id'],
      where: UNLEARNED,
      order: ['finishedAt', 'id'],
    })
  )?.id ?? null;

/** Takes a session for learning; false when another process has it. */
export async function markLearned(id: number): Promise<boolean> {
  const [count] = await tables().Session.update(
    { learnedAt: new Date() },
    { where: { id, ...UNLEARNED } },
  );
  return count > 0;
}
const UNLEARNED = { status: 'finished', learnedAt: null } as const;

export async function insertLessons(session: number, at: Date, lessons: Lesson[]): Promise<void> {
  await run(
    `INSERT INTO lessons (session_id, at, key, prior, posterior, readings, left_out)
     SELECT $1, $2, l.key, l.prior, l.posterior, l.readings, l.left_out FROM
      jsonb_to_recordset($3::jsonb) AS l(key text, prior jsonb, posterior jsonb, readings int,
      left_out int) ON CONFLICT (session_id, key) DO NOTHING`,
    [session, at.toISOString(), JSON.stringify(lessons)],
  );
}

/**
 * A session taken up again after all: what it taught is taken back, and it will be learned from
 * anew.
 */
export async function unlearn(session: number): Promise<void> {
  await run('DELETE FROM lessons WHERE session_id = $1', [session]);
  await tables().Session.update({ learnedAt: null }, { where: { id: session } });
}
