import type { AnyEvent, SessionState, Snapshot } from '@/core/session/index.ts';
import { apply, fold, readEvent, shotRow } from '@/core/session/index.ts';
import { applyTrials } from './trials.ts';
import { eventsAfter, holdEvent, insertEvents, known, lockSession, notify, sessionHead, setHead, snapshotOf } from '@/store/log.ts';
import { unlearn } from '@/store/lessons.ts';
import type { Transaction } from '@/store/query.ts';
import { inTransaction } from '@/store/query.ts';
import type { Written } from './project.ts';
import { project } from './project.ts';
import type { Result } from './result.ts';
import { missing, ok, problem } from './result.ts';

interface Held {
  snapshot: Snapshot;
  events: AnyEvent[];
  byId: Map<string, AnyEvent>;
  state: SessionState;
  written: Written;
}
/** Folded sessions this process has lately worked on; checked against the log's last seq at every use. */
const held = new Map<number, Held>();
const MOST_HELD = 30;

export interface Appended {
  accepted: { id: string; seq: number }[];
  refused: { id: string | null; code: string; message: string }[];
  seq: number;
}

/** The session as the log has it up to `seq`, reading only what this process has not seen. */
async function current(session: number, seq: number, transaction?: Transaction): Promise<Held | null> {
  let h = held.get(session);
  const last = h?.events.at(-1)?.seq ?? 0;
  if (h && last === seq) return h;
  const snapshot = h?.snapshot ?? (await snapshotOf(session));
  if (!snapshot) return null;
  const events = [...(h?.events ?? []), ...(await eventsAfter(session, last, transaction))];
  const state = fold(snapshot, events);
  h = { snapshot, events, byId: new Map(events.map((e) => [e.id, e])), state, written: new Map([...state.shots.keys()].map((id) => [id, JSON.stringify(shotRow(state, id))])) };
  held.delete(session);
  held.set(session, h);
  if (held.size > MOST_HELD) held.delete(held.keys().next().value!);
  return h;
}

/** A session's whole log as JSON text, from what this process holds when that is up to date. */
export async function logText(session: number, seq: number): Promise<string> {
  return JSON.stringify((await current(session, seq))?.events ?? []);
}

/** The folded state of a session, for pages: what this process holds when that is up to date. */
export async function peek(session: number): Promise<SessionState | null> {
  const head = await sessionHead(session);
  return head ? ((await current(session, head.last_seq))?.state ?? null) : null;
}

/**
 * Appends events from a bench. Each stands for itself: good ones are taken, broken ones refused with a
 * reason, ones from a newer bench kept aside, ones sent before answered with the seq they have.
 */
export async function append(session: number, raw: unknown[]): Promise<Result<Appended>> {
  if (raw.length > 500) return problem(422, 'too-many', 'Send at most 500 events at a time.');
  const refused: Appended['refused'] = [];
  const good: AnyEvent[] = [];
  const aside: { id: string; raw: unknown; why: string }[] = [];
  const seen = new Set<string>();
  for (const one of raw) {
    const id = typeof (one as { id?: unknown })?.id === 'string' ? (one as { id: string }).id : null;
    const read = readEvent(one);
    if (!read.ok) {
      refused.push({ id, code: read.code, message: read.message });
      if (read.code === 'newer' && id) aside.push({ id, raw: one, why: read.message });
    } else if (read.event.session !== session) refused.push({ id, code: 'other-session', message: 'This belongs to another session; nothing was changed.' });
    else if (!seen.has(read.event.id)) {
      seen.add(read.event.id);
      good.push(read.event);
    }
  }
  try {
    return await inTransaction(async (transaction) => {
      const head = await lockSession(session, transaction);
      if (!head) return missing('session');
      const already = await known(good.map((e) => e.id), transaction);
      const accepted: Appended['accepted'] = [];
      const fresh: AnyEvent[] = [];
      let seq = head.last_seq;
      for (const e of good) {
        const before = already.get(e.id);
        if (before && before.session !== session) refused.push({ id: e.id, code: 'other-session', message: 'An event with this id stands in another session; nothing was changed.' });
        else if (before) accepted.push({ id: e.id, seq: before.seq });
        else {
          seq += 1;
          fresh.push({ ...e, seq });
          accepted.push({ id: e.id, seq });
        }
      }
      if (fresh.length > 0) {
        const h = (await current(session, head.last_seq, transaction))!;
        h.events.push(...fresh);
        fresh.forEach((e) => h.byId.set(e.id, e));
        if (fresh.some((e) => e.kind === 'undone')) h.state = fold(h.snapshot, h.events);
        else
          for (const e of fresh) {
            h.state.seq = e.seq!;
            apply(h.state, e);
          }
        await insertEvents(fresh, transaction);
        await project(h.state, fresh, { find: (id) => h.byId.get(id) }, h.written, transaction);
        await applyTrials(h.state, fresh, transaction);
        await setHead(session, seq, h.state.status, h.state.finishedAt, transaction);
        if (head.status === 'finished' && h.state.status !== 'finished') await unlearn(session, transaction);
        await notify(session, seq, transaction);
      }
      for (const a of aside) await holdEvent(session, a.id, a.raw, a.why, transaction);
      return ok({ accepted, refused, seq });
    });
  } catch (error) {
    // What this process believed may now be ahead of the log.
    held.delete(session);
    throw error;
  }
}
