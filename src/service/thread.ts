import { join, resolve as whole } from 'node:path';
import { Worker } from 'node:worker_threads';
import { faultOf, log } from './log.ts';

/** Why there is no answer: it took too long, whoever asked has gone, or the thread broke. */
export type NoAnswer = 'late' | 'gone' | 'broken';

/** Where the build that serves lies: its threads are in it. */
const built = (): string => whole(process.env.TWIN_SHOT_DIST ?? 'dist');

/**
 * A thread that works out one thing at a time, so that nobody else waits for it. It is begun when
 * first asked, kept for the next, and ended where an answer takes too long or is no longer wanted.
 */
export class Thread<Asked, Answer> {
  private worker: Worker | null = null;
  private last: Promise<unknown> = Promise.resolve();
  /**
   * @param does name in `src/thread` of what answers each message with one
   * @param patience ms an answer may take
   */
  constructor(
    private readonly does: string,
    private readonly patience: number,
  ) {}

  /** @param signal of who asks: ends it when they have gone */
  ask(what: Asked, signal?: AbortSignal): Promise<Answer | NoAnswer> {
    const answer = this.last.then(() => (signal?.aborted ? 'gone' : this.answered(what, signal)));
    this.last = answer;
    return answer;
  }

  private answered(what: Asked, signal?: AbortSignal): Promise<Answer | NoAnswer> {
    const worker = (this.worker ??= this.begun());
    worker.ref();
    return new Promise((resolve) => {
      const end = (answer: Answer | NoAnswer, ends: boolean) => {
        clearTimeout(clock);
        signal?.removeEventListener('abort', gone);
        worker.off('message', heard).off('error', broke);
        if (ends) {
          this.worker = null;
          worker.on('error', () => {});
          void worker.terminate();
        } else worker.unref();
        resolve(answer);
      };
      const gone = () => end('gone', true);
      const clock = setTimeout(() => end('late', true), this.patience);
      signal?.addEventListener('abort', gone, { once: true });
      const heard = (answer: Answer) => end(answer, false);
      const broke = (error: Error) => {
        log.error(faultOf(error), 'thread broke');
        end('broken', true);
      };
      worker.once('message', heard).once('error', broke);
      worker.postMessage(what);
    });
  }

  private begun(): Worker {
    return new Worker(join(built(), 'threads', `${this.does}.mjs`), {
      resourceLimits: { maxOldGenerationSizeMb: 512 },
    });
  }
}
