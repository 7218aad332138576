import type { AnyEvent, Snapshot } from '@/core/session/index.ts';
import { eventsAfter, finishedSessions, openSessions, sessionHead, snapshotOf } from '@/store/log.ts';
import { cavityShares, onRack } from '@/store/readTables.ts';
import { allotments, stock, toStock } from '@/store/ledger.ts';

export { openSessions, finishedSessions, eventsAfter, onRack, stock, cavityShares, allotments, toStock };
export { peek } from './append.ts';
export { onMove } from '@/live/listener.ts';

export interface OpenedSession {
  id: number;
  name: string;
  snapshot: Snapshot;
  events: AnyEvent[];
}

/** A session with its whole log, for the bench to fold. */
export async function readSession(id: number): Promise<OpenedSession | null> {
  const head = await sessionHead(id);
  if (!head) return null;
  const [snapshot, events] = await Promise.all([snapshotOf(id), eventsAfter(id, 0)]);
  return { id, name: head.name, snapshot: snapshot!, events };
}
