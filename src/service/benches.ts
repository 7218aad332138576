import type { Snapshot } from '@/core/session/index.ts';
import type { JoinedRow } from '@/store/joined.ts';
import { joinedLines } from '@/store/joined.ts';
import type { SessionHead } from '@/store/log.ts';
import { openSessions, snapshotsOf } from '@/store/log.ts';
import { goodByJob } from '@/store/readTables.ts';

/** Sessions that are not finished, with what each is to shoot. */
export interface OpenBenches {
  heads: SessionHead[];
  snapshots: Map<number, Snapshot>;
  /** lines of the book that joined them since */
  joined: JoinedRow[];
  /** good baits so far of each job */
  good: { session: number; job: string; good: number }[];
}

/**
 * What is open at the bench: asked once for a page, and handed to all that reckons with it, since
 * each question costs more than its answer.
 * @param open which sessions those are, where a page has asked already
 */
export async function openBenches(open = openSessions()): Promise<OpenBenches> {
  const heads = await open;
  const ids = heads.map(({ id }) => id);
  const running = heads.filter(({ status }) => status !== 'new').map(({ id }) => id);
  const [snapshots, joined, good] = await Promise.all([
    snapshotsOf(ids),
    joinedLines(ids),
    goodByJob(running),
  ]);
  return { heads, snapshots, joined, good };
}
