import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import { allot } from '@/core/session/index.ts';
import type { Heap } from '@/store/ledger.ts';
import { allocate, moveStock, sharedBy, stillWanted } from '@/store/ledger.ts';

const heapKey = (heap: Heap): string =>
  `${heap.bait}/${heap.colourway}/${heap.build}/${heap.grade}`;

/**
 * Brings what a session has given to lines and to stock to what it should have: its good baits once
 * it is finished, none before; a mark, a count or a lost tray put right later moves what it must,
 * and no more. Every move is caused by this event.
 */
export async function shareOut(state: SessionState, event: AnyEvent): Promise<void> {
  const { lines, stock } = state.status === 'finished' ? allot(state) : { lines: [], stock: [] };
  const { parts, heaps } = await sharedBy(event.session);
  const wanted = new Map<string, Heap & { count: number }>(
    stock.map((stocked) => [heapKey(stocked), { ...stocked }]),
  );
  // Soonest cause first gives way last: what is taken back is taken back before anything more is
  // given.
  const given = new Map(parts.map((part) => [part.part, part]));
  const asked = new Map<number, { count: number; curedAt: number }>();
  for (const line of lines)
    asked.set(line.part, {
      count: (asked.get(line.part)?.count ?? 0) + line.count,
      curedAt: line.curedAt,
    });
  for (const part of new Set([...given.keys(), ...asked.keys()])) {
    const has = given.get(part)?.count ?? 0;
    const want = asked.get(part);
    // A line takes no more than it still wants, what this session gave it already counted as its
    // own.
    const count = Math.min(want?.count ?? 0, has + (await stillWanted(part)));
    if (count !== has)
      await allocate(
        part,
        {
          count: count - has,
          curedAt: count > has ? want!.curedAt : given.get(part)!.cured_at.getTime(),
        },
        event,
      );
    if (want && want.count > count) {
      const job = state.snapshot.input.jobs.find((job) =>
        job.lines.some((line) => line.part === part),
      )!;
      const heap = {
        bait: job.bait.id,
        colourway: job.colourway.id,
        build: job.build.key,
        grade: 'good',
      };
      wanted.set(heapKey(heap), {
        ...heap,
        count: (wanted.get(heapKey(heap))?.count ?? 0) + want.count - count,
      });
    }
  }
  const held = new Map(heaps.map((heap) => [heapKey(heap), heap]));
  for (const [key, heap] of new Map([...held, ...wanted])) {
    const by = (wanted.get(key)?.count ?? 0) - (held.get(key)?.count ?? 0);
    if (by !== 0) await moveStock(heap, by, event);
  }
}
