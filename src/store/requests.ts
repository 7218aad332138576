import { inTransaction, row, run } from './query.ts';

/** What was answered to a request. */
export interface Answered {
  status: number;
  body: string;
}

/** Keys are remembered for so long: a bench that was away over a weekend still finds its own. */
const REMEMBERED = '7 days';

/** Undoes what a refused request had done so far, and carries its answer out. */
class Refused extends Error {
  constructor(readonly answered: Answered) {
    super('refused');
  }
}

/**
 * Does a piece of work at most once for a key: all of it with the key, or nothing. Who comes with a
 * key that is being worked on waits for it. A refusal changes nothing and is not remembered, so
 * that it can be tried again put right.
 * @param what the request the key stands for
 * @returns the answer, now or then; null where the key stood for another request
 */
export async function once(
  key: string,
  what: string,
  work: () => Promise<Answered>,
): Promise<Answered | null> {
  try {
    return await inTransaction(async () => {
      const first = await row(
        'INSERT INTO requests (key, what) VALUES ($1, $2) ON CONFLICT (key) DO NOTHING RETURNING key',
        [key, what],
      );
      if (!first) {
        const before = (await row<{ what: string; status: number | null; body: string | null }>(
          'SELECT what, status, body FROM requests WHERE key = $1',
          [key],
        ))!;
        // Whoever had it first waited for its answer, or left nothing behind.
        return before.what === what && before.status !== null && before.body !== null
          ? { status: before.status, body: before.body }
          : null;
      }
      const answered = await work();
      if (answered.status >= 400) throw new Refused(answered);
      await run('UPDATE requests SET status = $2, body = $3 WHERE key = $1', [
        key,
        answered.status,
        answered.body,
      ]);
      await run(
        `DELETE FROM requests WHERE key IN (SELECT key FROM requests WHERE at < now() - interval
          '${REMEMBERED}' LIMIT 20)`,
      );
      return answered;
    });
  } catch (error) {
    if (error instanceof Refused) return error.answered;
    throw error;
  }
}
