import { fold } from '@/core/session/index.ts';
import { eventsAfter, lockSession, snapshotOf } from '@/store/log.ts';
import { inTransaction } from '@/store/query.ts';
import { withoutConditions } from '@/store/yields.ts';
import { writeShots } from './project/shots.ts';

/**
 * Works out from the log what shots recorded by an earlier version were shot under, a session at a
 * time; nothing else of them changes.
 * @returns how many sessions were gone through
 */
export async function fillConditions(tell: (line: string) => void = () => {}): Promise<number> {
  const sessions = await withoutConditions();
  if (sessions.length > 0) tell(`What ${sessions.length} sessions were shot under is worked out…`);
  for (const id of sessions)
    await inTransaction(async () => {
      await lockSession(id);
      const snapshot = await snapshotOf(id);
      if (!snapshot) return;
      const state = fold(snapshot, await eventsAfter(id, 0));
      await writeShots(id, state, state.shots.keys(), new Map());
    });
  return sessions.length;
}
