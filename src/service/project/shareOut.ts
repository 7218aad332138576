import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import { allot, jobsOf } from '@/core/session/index.ts';
import type { Heap } from '@/store/ledger.ts';
import { allocate, sharedBy, stillWanted } from '@/store/ledger.ts';
import { moveStock } from '@/store/stock.ts';

const heapKey = (heap: Heap): string =>
  `${heap.bait}/${heap.colourway}/${heap.build}/${heap.grade}`;

type Lines = ReturnType<typeof allot>['lines'];
type Given = Awaited<ReturnType<typeof sharedBy>>['parts'][number];

/** What each part of a line should have of this session. */
function askedOf(lines: Lines): Map<number, { count: number; curedAt: number }> {
  const asked = new Map<number, { count: number; curedAt: number }>();
  for (const { part, count, curedAt } of lines)
    asked.set(part, { count: (asked.get(part)?.count ?? 0) + count, curedAt });
  return asked;
}
/** The heap on the shelf that good baits of a part go to where its line takes no more. */
function heapOf(state: SessionState, part: number): Heap {
  const job = jobsOf(state).find(({ lines }) => lines.some((line) => line.part === part))!;
  return {
    bait: job.bait.id,
    colourway: job.colourway.id,
    build: job.build.key,
    grade: 'good',
  };
}
/**
 * Gives a part what it should have of this session, or takes back what it should not. A line takes
 * no more than it still wants, what this session gave it already counted as its own.
 * @returns how many of those meant for it are left over
 */
async function giveTo(
  part: number,
  given: Given | undefined,
  want: { count: number; curedAt: number } | undefined,
  event: AnyEvent,
): Promise<number> {
  const has = given?.count ?? 0;
  const meant = want?.count ?? 0;
  const count = Math.min(meant, has + (await stillWanted(part)));
  const curedAt = count > has ? want!.curedAt : given?.cured_at.getTime();
  if (count !== has) await allocate(part, { count: count - has, curedAt: curedAt! }, event);
  return meant - count;
}
/** Brings what the shelf has of a session to what it should have. */
async function shelve(
  held: readonly (Heap & { count: number })[],
  wanted: readonly (Heap & { count: number })[],
  event: AnyEvent,
): Promise<void> {
  const moves = new Map<string, Heap & { by: number }>();
  const move = ({ count: _, ...heap }: Heap & { count: number }, by: number) => {
    const key = heapKey(heap);
    moves.set(key, { ...heap, by: (moves.get(key)?.by ?? 0) + by });
  };
  for (const heap of held) move(heap, -heap.count);
  for (const heap of wanted) move(heap, heap.count);
  for (const { by, ...heap } of moves.values()) if (by !== 0) await moveStock(heap, by, event);
}

/**
 * Brings what a session has given to lines and to stock to what it should have: its good baits once
 * it is finished, none before; a mark, a count or a lost tray put right later moves what it must,
 * and no more. Every move is caused by this event.
 */
export async function shareOut(state: SessionState, event: AnyEvent): Promise<void> {
  const { lines, stock } = state.phase.is === 'finished' ? allot(state) : { lines: [], stock: [] };
  const { parts, heaps } = await sharedBy(event.session);
  const given = new Map(parts.map((part) => [part.part, part]));
  const asked = askedOf(lines);
  const wanted: (Heap & { count: number })[] = [...stock];
  // What was given before is looked at first: it is taken back before anything more is given.
  for (const part of new Set([...given.keys(), ...asked.keys()])) {
    const left = await giveTo(part, given.get(part), asked.get(part), event);
    if (left > 0) wanted.push({ ...heapOf(state, part), count: left });
  }
  await shelve(heaps, wanted, event);
}
