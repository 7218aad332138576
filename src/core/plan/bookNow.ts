import type { PlanInput, ServedLine } from './input.ts';
import type { Shelf } from './shelf.ts';
import type { SpokenFor } from './spokenFor.ts';
import { withJobs } from './change.ts';

/** A part of the book as it is now. */
export interface PartNow extends Pick<ServedLine, 'part' | 'for' | 'due'>, Partial<SpokenFor> {
  /** baits that are neither allotted, nor on an open bench or the shelf */
  rest: number;
}
/** A line a plan serves that the book has otherwise now. */
export interface BookChange {
  served: ServedLine;
  /** what is shot for it */
  bait: string;
  colourway: string;
  /** as the book has it; null where it asks for no more of it */
  now: PartNow | null;
}

const byPart = (parts: readonly PartNow[]): ReadonlyMap<number, PartNow> =>
  new Map(parts.map((part) => [part.part, part]));
/** Whether a plan is right for a line: fewer than are left may be meant, more or another day may not. */
const isStill = ({ count, due }: ServedLine, now: PartNow | undefined): boolean =>
  now !== undefined && count <= now.rest && due === now.due;

/**
 * Lines a plan serves that the book has otherwise now: deleted, sent, fewer left to shoot, or promised
 * for another day. Part of a line may be planned elsewhere, so a line that wants more is none.
 * @param parts what the open book wants now, the served lines among them
 */
export function changedInBook(
  { jobs }: Pick<PlanInput, 'jobs'>,
  parts: readonly PartNow[],
): BookChange[] {
  const now = byPart(parts);
  return jobs.flatMap(({ lines, bait, colourway }) =>
    lines
      .filter((served) => !isStill(served, now.get(served.part)))
      .map((served) => ({
        served,
        bait: bait.name,
        colourway: colourway.name,
        now: now.get(served.part) ?? null,
      })),
  );
}

/**
 * A plan for what the book wants now of the lines it serves: none more than are left to shoot, the
 * soonest promised first. A job that was for such lines alone is gone with the last of them.
 */
export function asBookNow(input: PlanInput, parts: readonly PartNow[], shelf: Shelf): PlanInput {
  const now = byPart(parts);
  const jobs = input.jobs.map((job) => ({
    ...job,
    lines: job.lines
      .flatMap((served): ServedLine[] => {
        const held = now.get(served.part);
        const count = Math.min(served.count, held?.rest ?? 0);
        return held && count > 0 ? [{ ...served, count, for: held.for, due: held.due }] : [];
      })
      .sort((one, other) => one.due.localeCompare(other.due)),
  }));
  return withJobs(
    input,
    jobs.filter(({ lines }, nth) => lines.length > 0 || input.jobs[nth]!.lines.length === 0),
    shelf,
  );
}
