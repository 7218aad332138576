import { actor } from './actor.ts';
import { rows, run } from './query.ts';

/** A chore that was seen to. */
export interface ClosedChore {
  id: number;
  /** what it was of: `cavity/1/6`, `mould/3`, `bottle/2`, `oven/1/gain` */
  key: string;
  says: string;
  /** what was found */
  found: string;
  /** what of how many had not come good when it was seen to; null where nothing was counted */
  bad: number | null;
  shot: number | null;
  closed_by: string;
  closed_at: Date;
}

/** Writes down that a chore was seen to, and by whom. */
export const closeChore = (
  { key, says, found, bad, shot }: Pick<ClosedChore, 'key' | 'says' | 'found' | 'bad' | 'shot'>,
  at: Date,
): Promise<void> =>
  run(
    `INSERT INTO chores (key, says, found, bad, shot, closed_by, closed_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [key, says, found, bad, shot, actor(), at.toISOString()],
  );

/** The last time each thing was seen to. */
export const lastClosed = (): Promise<ClosedChore[]> =>
  rows(
    `SELECT DISTINCT ON (key) id, key, says, found, bad, shot, closed_by, closed_at
       FROM chores ORDER BY key, closed_at DESC`,
  );

/** What was seen to of things whose keys begin so, the newest first. */
export const closedOf = (prefix: string, newest = 12): Promise<ClosedChore[]> =>
  rows(
    `SELECT id, key, says, found, bad, shot, closed_by, closed_at FROM chores
      WHERE starts_with(key, $1) ORDER BY closed_at DESC LIMIT $2`,
    [prefix, newest],
  );
