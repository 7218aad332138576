import { askedOnce } from './askedOnce.ts';
import { database } from './database.ts';
import { ownMemory, row } from './query.ts';

/**
 * All that benches recorded, what was learned of it and what was seen to by now, in one word: another
 * one as soon as any of it is. An act moves its session's last number on in the transaction that
 * writes all that follows from it, and a session is marked as learned in the one that writes its
 * lessons; counts and sums of what is never taken out have no two states with one figure.
 */
export const recordedMark = askedOnce(
  async (): Promise<string> =>
    (await row<{ mark: string }>(
      `SELECT concat_ws('/', s.acts, s.opened, s.learned, s.last_learned, k.forgotten, k.last_forgotten,
        (SELECT count(*) FROM chores),
        (SELECT md5(string_agg(id || ' ' || name, ',' ORDER BY id)) FROM devices)) AS mark
       FROM (SELECT sum(last_seq) AS acts, count(*) AS opened, count(learned_at) AS learned,
               max(learned_at) AS last_learned FROM sessions) s,
            (SELECT count(reset_at) AS forgotten, max(reset_at) AS last_forgotten
               FROM lesson_keys) k`,
    ))!.mark,
);

/**
 * What is made of all that was recorded, made anew only when it is another: the state it is made of is
 * asked for first, so what is written meanwhile has it made again. Within a transaction nothing is
 * kept. What is made must not be changed by who is given it.
 * @param markOf the state it is made of, in one word
 */
export function keptWhile<Made>(
  markOf: () => Promise<string>,
  make: () => Promise<Made>,
): () => Promise<Made> {
  let kept: { of: unknown; mark: string; made: Promise<Made> } | null = null;
  return async () => {
    if (ownMemory()) return make();
    const [of, mark] = [database(), await markOf()];
    if (kept?.mark !== mark || kept.of !== of) {
      const now = { of, mark, made: make() };
      kept = now;
      now.made.catch(() => {
        if (kept === now) kept = null;
      });
    }
    return kept.made;
  };
}
