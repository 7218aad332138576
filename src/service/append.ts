import type { AnyEvent } from '@/core/session/index.ts';
import { apply, fold, readEvent } from '@/core/session/index.ts';
import { applyTrials } from './trials.ts';
import type { SessionHead } from '@/store/log.ts';
import {
  holdEvent,
  insertEvents,
  storedEvents,
  lockSession,
  notify,
  setHead,
} from '@/store/log.ts';
import { unlearn } from '@/store/lessons.ts';
import { inTransaction } from '@/store/query.ts';
import { ofItsOwn } from '@/store/trouble.ts';
import { hold, taken } from './heldSessions.ts';
import { project } from './project/project.ts';
import type { Result } from './result.ts';
import { missing, ok, problem } from './result.ts';

export interface Appended {
  accepted: { id: string; seq: number }[];
  refused: { id: string | null; code: string; message: string }[];
  seq: number;
}

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
