import type { AnyEvent, SessionState, Snapshot } from '@/core/session/index.ts';
import { remembered } from '@/core/remembered.ts';
import { fold, shotRow } from '@/core/session/index.ts';
import type { SessionHead } from '@/store/log.ts';
import { eventsAfter, sessionHead, snapshotOf } from '@/store/log.ts';
import { afterCommit, ownMemory } from '@/store/query.ts';
import type { Written } from './project/shots.ts';

export interface Held {
  snapshot: Snapshot;
  events: AnyEvent[];
  byId: Map<string, AnyEvent>;
  state: SessionState;
  written: Written;
  /** somebody has been handed the state: it is not to be changed any more */
  lent: boolean;
}
/**
 * Folded sessions this process has lately worked on, only ever what was committed; checked against
 * the log's head at every use.
 */
const held = new Map<number, Held>();
const MOST_HELD = 30;

const nameOf = (session: number): string => `session ${session}`;
/** As this piece of work knows it, committed or not; everybody else only when it is. */
const heldOf = (session: number): Held | undefined =>
  (ownMemory()?.get(nameOf(session)) as Held | undefined) ?? held.get(session);

/** Kept from here on; by others seen once it is committed. */
export function hold(session: number, held: Held): void {
  ownMemory()?.set(nameOf(session), held);
  afterCommit(() => publish(session, held));
}
function publish(session: number, other: Held): void {
  held.delete(session);
  held.set(session, other);
  if (held.size > MOST_HELD) held.delete(held.keys().next().value!);
}

const folded = (snapshot: Snapshot, events: AnyEvent[]): Held => {
  const state = fold(snapshot, events);
  return {
    snapshot,
    events,
    byId: new Map(events.map((event) => [event.id, event])),
    state,
    written: new Map([...state.shots.keys()].map((id) => [id, JSON.stringify(shotRow(state, id))])),
    lent: false,
  };
};

/**
 * The session as the log has it up to `seq`, reading only what this process has not seen.
 * @param lend its state goes to somebody who goes on looking at it
 */
async function current(session: number, seq: number, lend = false): Promise<Held | null> {
  const held = heldOf(session);
  const events = held?.events ?? [];
  const last = lastSeq(events);
  if (held && last === seq) {
    held.lent ||= lend;
    return held;
  }
  const snapshot = held?.snapshot ?? (await snapshotOf(session));
  if (!snapshot) return null;
  // A log that has gone back behind what this process remembers is another log.
  const before = last < seq ? events : [];
  const whole = folded(snapshot, [...before, ...(await eventsAfter(session, lastSeq(before)))]);
  whole.lent = lend;
  hold(session, whole);
  return whole;
}
const lastSeq = (events: readonly AnyEvent[]): number => events.at(-1)?.seq ?? 0;

/** What was recorded, and what a session was opened with, never change: each is said once. */
const eventText = remembered((event: AnyEvent) => JSON.stringify(event));
const snapshotText = remembered((snapshot: Snapshot) => JSON.stringify(snapshot));

/**
 * What a session was opened with and its whole log, as JSON text, from what this process holds when
 * that is up to date; null where it is gone.
 */
export async function textOfLog({
  id,
  last_seq,
}: Pick<SessionHead, 'id' | 'last_seq'>): Promise<{ snapshot: string; events: string } | null> {
  const held = await current(id, last_seq);
  return (
    held && {
      snapshot: snapshotText(held.snapshot),
      events: `[${held.events.map(eventText).join()}]`,
    }
  );
}

/** What an append goes on from: its own to change, and nobody else's until it is committed. */
export async function taken(session: number, seq: number): Promise<Held> {
  const other = (await current(session, seq))!;
  held.delete(session);
  ownMemory()?.delete(nameOf(session));
  return other.lent
    ? folded(other.snapshot, [...other.events])
    : { ...other, events: [...other.events] };
}

/** The folded state of a session, for pages: what this process holds when that is up to date. */
export async function peek(session: number): Promise<SessionState | null> {
  const head = await sessionHead(session);
  return head && peekAt(head);
}
/** {@link peek} at a session whose head was just read. */
export const peekAt = async ({
  id,
  last_seq,
}: Pick<SessionHead, 'id' | 'last_seq'>): Promise<SessionState | null> =>
  (await current(id, last_seq, true))?.state ?? null;
