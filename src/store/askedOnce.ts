import DataLoader from 'dataloader';
import { ownMemory } from './query.ts';

/**
 * A page asks some questions in several places: whoever asks in one turn of the process has the same
 * answer, asked for once. Nothing is remembered, so what was written before it is asked for is in the
 * answer; within a transaction it is asked by itself, and answered as that transaction sees it.
 */
export function askedOnce<Answer>(ask: () => Promise<Answer>): () => Promise<Answer> {
  const together = new DataLoader<'now', Answer>(
    async (times) => {
      const answer = await ask();
      return times.map(() => answer);
    },
    { cache: false, batchScheduleFn: (go) => setImmediate(go) },
  );
  return () => (ownMemory() ? ask() : together.load('now'));
}
