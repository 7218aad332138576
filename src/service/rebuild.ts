import type { AnyEvent } from '@/core/session/index.ts';
import { apply, fold, startState } from '@/core/session/index.ts';
import {
  allSessionIds,
  eventsAfter,
  heldEvents,
  lockSession,
  releaseHeld,
  setHead,
  snapshotOf,
} from '@/store/log.ts';
import { clearInserts, countInserts } from '@/store/inserts.ts';
import { inTransaction, takeTime } from '@/store/query.ts';
import { countStock } from '@/store/stock.ts';
import { clearReadTables } from '@/store/readTables.ts';
import { append } from './append.ts';
import { project } from './project/project.ts';

/**
 * Makes every read table again from the log alone, session by session in the order they were
 * finished, so that allotments fall as they first did. Events kept aside are tried again first.
 */
export async function rebuild(tell: (line: string) => void = () => {}): Promise<number> {
  const all = await allSessionIds();
  for (const id of all) {
    for (const one of await heldEvents(id)) {
      const again = await append(id, [one.raw]);
      if (again.ok && again.value.accepted.length > 0) await releaseHeld(one.id);
    }
  }
  // All of it or nothing: broken off, the tables are as they were. Acts that come meanwhile wait
  // for it, or are tried again.
  await inTransaction(async () => {
    await takeTime();
    for (const id of all) await lockSession(id);
    for (const id of all) await clearReadTables(id);
    await clearInserts();
    await countStock();
    for (const id of all) tell(`session ${id}: ${await again(id)} events`);
    await countStock();
    await countInserts();
  });
  return all.length;
}

/** Read tables of one session from its log; answers with how many events there were. */
async function again(id: number): Promise<number> {
  const snapshot = (await snapshotOf(id))!;
  const events = await eventsAfter(id, 0);
  const byId = new Map(events.map((event) => [event.id, event]));
  const written = new Map<string, string>();
  let state = startState(snapshot);
  let batch: AnyEvent[] = [];
  const flush = async () => {
    await project(state, batch, { find: (text) => byId.get(text) }, written);
    batch = [];
  };
  for (const [index, event] of events.entries()) {
    // A finish, an undo and whatever is put right after are taken by themselves: what they move
    // depends on that moment.
    const alone =
      event.kind === 'undone' || event.kind === 'finished' || state.phase.is === 'finished';
    if (alone) await flush();
    if (event.kind === 'undone') state = fold(snapshot, events.slice(0, index + 1));
    else apply(state, event);
    batch.push(event);
    if (alone) await flush();
  }
  await flush();
  await setHead(id, events.at(-1)?.seq ?? 0, state.phase);
  return events.length;
}
