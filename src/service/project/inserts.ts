import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import { insertMoves } from '@/core/session/index.ts';
import { bookedInserts, moveInserts } from '@/store/inserts.ts';

/**
 * Books what the session's inserts have become since it was last looked at, as moves caused by this
 * event.
 */
export async function bookInserts(state: SessionState, event: AnyEvent): Promise<void> {
  if (state.lots.size === 0 && event.kind !== 'undone') return;
  const booked = new Map(
    (await bookedInserts(event.session)).map((bookedInsert) => [bookedInsert.what, bookedInsert]),
  );
  const wanted = insertMoves(state);
  // What comes is booked before what goes, so that a heap is not found short of its own.
  const changes = [
    ...wanted.map((insertMove) => ({
      what: insertMove.what,
      kind: insertMove.kind,
      by: insertMove.count - (booked.get(insertMove.what)?.count ?? 0),
    })),
    ...[...booked.values()]
      .filter(
        (other) =>
          !other.what.startsWith('uncounted ') &&
          !wanted.some((insertMove) => insertMove.what === other.what),
      )
      .map((other) => ({ what: other.what, kind: other.kind, by: -other.count })),
  ]
    .filter((other) => other.by !== 0)
    .sort((one, other) => other.by - one.by);
  for (const change of changes)
    await moveInserts({ kind: change.kind, what: change.what, count: change.by }, event);
}
