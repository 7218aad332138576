import type { AnyEvent, SessionState, Snapshot } from '@/core/session/index.ts';
import { remembered } from '@/core/remembered.ts';
import { apply, fold, readEvent, shotRow } from '@/core/session/index.ts';
import { applyTrials } from './trials.ts';
import type { SessionHead } from '@/store/log.ts';
import {
  eventsAfter,
  holdEvent,
  insertEvents,
  storedEvents,
  lockSession,
  notify,
  sessionHead,
  setHead,
  snapshotOf,
} from '@/store/log.ts';
import { unlearn } from '@/store/lessons.ts';
import { afterCommit, inTransaction, ownMemory } from '@/store/query.ts';
import { ofItsOwn } from '@/store/trouble.ts';
import type { Written } from './project/shots.ts';
import { project } from './project/project.ts';
import type { Result } from './result.ts';
import { missing, ok, problem } from './result.ts';

interface Held {
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

function hold(session: number, held: Held): void {
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

export interface Appended {
  accepted: { id: string; seq: number }[];
  refused: { id: string | null; code: string; message: string }[];
  seq: number;
}

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
async function taken(session: number, seq: number): Promise<Held> {
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

interface Sorted {
  good: AnyEvent[];
  aside: { id: string; raw: unknown; why: string }[];
  refused: Appended['refused'];
}

/**
 * What is sound of what was sent, each event once; the rest refused with a reason, or kept aside
 * for a later version.
 */
function sorted(session: number, raw: unknown[]): Sorted {
  const out: Sorted = { good: [], aside: [], refused: [] };
  const seen = new Set<string>();
  for (const one of raw) {
    const sent = (one as { id?: unknown } | null)?.id;
    const id = typeof sent === 'string' ? sent : null;
    const read = readEvent(one);
    if (!read.ok) {
      out.refused.push({ id, code: read.code, message: read.message });
      if (read.code === 'newer' && id) out.aside.push({ id, raw: one, why: read.message });
    } else if (read.event.session !== session)
      out.refused.push({
        id,
        code: 'other-session',
        message: 'This belongs to another session; nothing was changed.',
      });
    else if (!seen.has(read.event.id)) {
      seen.add(read.event.id);
      out.good.push(read.event);
    }
  }
  return out;
}

/** Writes what is fresh of some events, and everything that follows from them; answers for each. */
async function write(session: number, head: SessionHead, good: AnyEvent[]): Promise<Appended> {
  const already = await storedEvents(good.map((event) => event.id));
  const out: Appended = { accepted: [], refused: [], seq: head.last_seq };
  const fresh: AnyEvent[] = [];
  for (const event of good) {
    const before = already.get(event.id);
    if (before && before.session !== session)
      out.refused.push({
        id: event.id,
        code: 'other-session',
        message: 'An event with this id stands in another session; nothing was changed.',
      });
    else if (before) out.accepted.push({ id: event.id, seq: before.seq });
    else {
      out.seq += 1;
      fresh.push({ ...event, seq: out.seq });
      out.accepted.push({ id: event.id, seq: out.seq });
    }
  }
  if (fresh.length === 0) return out;
  const held = await taken(session, head.last_seq);
  held.events.push(...fresh);
  fresh.forEach((event) => held.byId.set(event.id, event));
  if (fresh.some((event) => event.kind === 'undone')) held.state = fold(held.snapshot, held.events);
  else
    for (const event of fresh) {
      held.state.seq = event.seq!;
      apply(held.state, event);
    }
  await insertEvents(fresh);
  await project(held.state, fresh, { find: (id) => held.byId.get(id) }, held.written);
  await applyTrials(held.state, fresh);
  await setHead(session, out.seq, held.state.phase);
  if (head.status === 'finished' && held.state.phase.is !== 'finished') await unlearn(session);
  await notify(session, out.seq);
  hold(session, held);
  return out;
}

const UNKEPT =
  'The shop could not work with this act. It is set aside, as it was sent; everything else went on.';

/**
 * Writes events together; where one of them cannot be, each by itself, so that it holds up nobody
 * else.
 */
async function writeEach(session: number, good: AnyEvent[]): Promise<Appended | null> {
  const together = (events: AnyEvent[]): Promise<Appended | null> =>
    inTransaction(async () => {
      const head = await lockSession(session);
      return head && write(session, head, events);
    });
  try {
    return await together(good);
  } catch (error) {
    if (!ofItsOwn(error)) throw error;
    if (good.length === 1) {
      await holdEvent(session, good[0]!.id, good[0], String(error));
      return {
        accepted: [],
        refused: [{ id: good[0]!.id, code: 'set-aside', message: UNKEPT }],
        seq: 0,
      };
    }
  }
  const out: Appended = { accepted: [], refused: [], seq: 0 };
  for (const one of good) {
    const done = await writeEach(session, [one]);
    if (!done) return null;
    out.accepted.push(...done.accepted);
    out.refused.push(...done.refused);
    out.seq = Math.max(out.seq, done.seq);
  }
  return out;
}

/**
 * Appends events from a bench. Each stands for itself: good ones are taken, broken ones refused
 * with a reason, ones from a newer bench kept aside, ones sent before answered with the seq they
 * have.
 */
export async function append(session: number, raw: unknown[]): Promise<Result<Appended>> {
  if (raw.length > 500) return problem(422, 'too-many', 'Send at most 500 events at a time.');
  const { good, aside, refused } = sorted(session, raw);
  const done = await writeEach(session, good);
  if (!done) return missing('session');
  for (const one of aside) await holdEvent(session, one.id, one.raw, one.why);
  return ok({ ...done, refused: [...refused, ...done.refused] });
}
