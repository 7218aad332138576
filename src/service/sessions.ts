import { textOfLog } from './heldSessions.ts';
import { benchHands } from './benchHands.ts';
import { eventsAfter, finishedSessions, openSessions, sessionHead } from '@/store/log.ts';
import { cavityShares, onRack } from '@/store/readTables.ts';
import { allotments, toStock } from '@/store/ledger.ts';
import { stock } from '@/store/stock.ts';

export {
  openSessions,
  finishedSessions,
  eventsAfter,
  onRack,
  stock,
  cavityShares,
  allotments,
  toStock,
};
export { insertStock } from '@/store/inserts.ts';
export { notesOf, shotsGiven, trialsOf } from '@/store/mouldBook.ts';
export { peek } from './heldSessions.ts';
export { onMove } from '@/live/listener.ts';

/** A session with its whole log as JSON text, for the bench to fold; null when there is none. */
export async function openedText(id: number): Promise<{ name: string; text: string } | null> {
  const [head, hands] = await Promise.all([sessionHead(id), benchHands(new Date())]);
  const log = head && (await textOfLog(head));
  if (!log) return null;
  return {
    name: head.name,
    text: `{${[
      `"id":${id}`,
      `"name":${JSON.stringify(head.name)}`,
      `"snapshot":${log.snapshot}`,
      `"hands":${JSON.stringify(hands)}`,
      `"events":${log.events}`,
    ].join()}}`,
  };
}
