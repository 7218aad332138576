import { dropOwn, PROJECTIONS, putOwn } from './projections.ts';
import { type Written, writeShots } from './shots.ts';
import { shareOut } from './shareOut.ts';
import { bookInserts } from './inserts.ts';
import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import { touches } from '@/core/session/index.ts';

export interface Log {
  find: (id: string) => AnyEvent | undefined;
}

/** Shots whose rows some events change. */
function touchedBy(state: SessionState, events: AnyEvent[], written: Written): Set<string> {
  const touched = events.map((event) => touches(state, event));
  return touched.some((ids) => ids === 'all')
    ? new Set([...state.shots.keys(), ...written.keys()])
    : new Set(touched.flatMap((ids) => (ids === 'all' ? [] : ids)));
}

/**
 * Brings the read tables up to the state after some events, in the append's own transaction.
 * @param log the session's log so far, for what an undo takes back
 */
export async function project(
  state: SessionState,
  events: AnyEvent[],
  { find }: Log,
  written: Written,
): Promise<void> {
  for (const event of events) {
    await putOwn(event, state);
    if (event.kind !== 'undone') continue;
    const gone = find(event.payload.event);
    if (gone) await dropOwn(gone, state);
    const back = gone?.kind === 'undone' ? find(gone.payload.event) : undefined;
    if (back) await putOwn(back, state);
  }
  const sharer = events.findLast((event) => PROJECTIONS[event.kind].shares);
  if (sharer && (state.phase.is === 'finished' || sharer.kind === 'undone'))
    await shareOut(state, sharer);
  const mover = events.findLast((event) => PROJECTIONS[event.kind].movesInserts);
  if (mover) await bookInserts(state, mover);
  const ids = touchedBy(state, events, written);
  if (events.length > 0 && ids.size > 0) await writeShots(events[0]!.session, state, ids, written);
}
