import type { AnyEvent, SessionState, Snapshot } from '@/core/session/index.ts';
import { upcast, upcastSnapshot } from '@/core/session/index.ts';
import { askedOnce } from './askedOnce.ts';
import { row, rows, run } from './query.ts';
import { tables } from './tables.ts';

export interface SessionHead {
  id: number;
  name: string;
  status: string;
  last_seq: number;
  opened_at: Date;
  finished_at: Date | null;
}

/**
 * Of a session s: something was done in it. One that was opened and finished, and nothing between, is
 * as if it had not been opened (as `isUntouched` of core says of its log).
 */
export const WAS_WORKED = `(s.status <> 'finished' OR s.last_seq > 2)`;

const HEAD = 'id, name, status, last_seq, opened_at, finished_at';

export const sessionHead = (id: number): Promise<SessionHead | null> =>
  row<SessionHead>(`SELECT ${HEAD} FROM sessions WHERE id = $1`, [id]);
export const openSessions = askedOnce(() =>
  rows<SessionHead>(
    `SELECT ${HEAD} FROM sessions WHERE status <> 'finished' ORDER BY id DESC LIMIT 40`,
  ),
);

/** Finished sessions, newest first, by key: `before` is the last one of the page above. */
export const finishedSessions = (
  limit: number,
  before?: { at: Date; id: number },
): Promise<(SessionHead & { good: number; shot: number; shots: number })[]> =>
  rows(
    `SELECT ${HEAD}, coalesce(t.good, 0)::int AS good, coalesce(t.shot, 0)::int AS shot,
       coalesce(t.shots, 0)::int AS shots FROM (SELECT * FROM sessions s WHERE status = 'finished' AND ${WAS_WORKED}
       ${before ? 'AND (finished_at, id) < ($2, $3)' : ''} ORDER BY finished_at DESC, id DESC LIMIT $1) s
       LEFT JOIN LATERAL (SELECT sum(good) AS good, sum(good + usable + second) AS shot, count(*)
       FILTER (WHERE NOT trial) AS shots FROM shots WHERE session_id = s.id AND kept AND makes = 'bait') t ON true
      ORDER BY s.finished_at DESC, s.id DESC`,
    before ? [limit, before.at, before.id] : [limit],
  );

/**
 * Snapshots never change, and every page of a running session wants its own: the newest used are
 * kept.
 */
const snapshots = new Map<number, Snapshot>();
const MOST_SNAPSHOTS = 50;

/** Snapshots of sessions, by their ids; those that are no more are left out. */
export async function snapshotsOf(ids: readonly number[]): Promise<Map<number, Snapshot>> {
  const asked = ids.filter((id) => !snapshots.has(id));
  const read =
    asked.length > 0
      ? await rows<{ id: number; snapshot: Snapshot }>(
          'SELECT id, snapshot FROM sessions WHERE id = ANY($1::int[])',
          [asked],
        )
      : [];
  const fresh = new Map(read.map(({ id, snapshot }) => [id, upcastSnapshot(snapshot)]));
  const found = new Map<number, Snapshot>();
  for (const id of ids) {
    const snapshot = snapshots.get(id) ?? fresh.get(id);
    if (!snapshot) continue;
    found.set(id, snapshot);
    snapshots.delete(id);
    snapshots.set(id, snapshot);
  }
  while (snapshots.size > MOST_SNAPSHOTS) snapshots.delete(snapshots.keys().next().value!);
  return found;
}
export const snapshotOf = async (id: number): Promise<Snapshot | null> =>
  (await snapshotsOf([id])).get(id) ?? null;

export async function createSession(
  name: string,
  snapshot: Snapshot,
  plan: number | null,
  at?: Date,
): Promise<number> {
  const made = await tables().Session.create({
    name,
    snapshot,
    planId: plan,
    ...(at ? { openedAt: at } : {}),
  });
  return made.id;
}

/** Takes the session for this transaction: appends to one session go one after the other. */
export const lockSession = (id: number): Promise<SessionHead | null> =>
  row<SessionHead>(`SELECT ${HEAD} FROM sessions WHERE id = $1 FOR UPDATE`, [id]);

interface EventRow {
  session_id: number;
  seq: number;
  id: string;
  at: Date;
  by: string;
  v: number;
  kind: string;
  payload: unknown;
}
const toEvent = (eventRow: EventRow): AnyEvent =>
  upcast({
    id: eventRow.id,
    session: eventRow.session_id,
    seq: eventRow.seq,
    at: eventRow.at.getTime(),
    by: eventRow.by,
    v: eventRow.v,
    kind: eventRow.kind,
    payload: eventRow.payload,
  } as AnyEvent);

export const eventsAfter = async (session: number, seq: number): Promise<AnyEvent[]> =>
  (
    await rows<EventRow>(
      `SELECT session_id, seq, id, at, by, v, kind, payload FROM events WHERE session_id = $1 AND
        seq > $2 ORDER BY seq`,
      [session, seq],
    )
  ).map(toEvent);

/** Which of these ids are in any log already, with the seq they were given. */
export async function storedEvents(
  ids: string[],
): Promise<Map<string, { seq: number; session: number }>> {
  const found = await rows<{ id: string; seq: number; session_id: number }>(
    'SELECT id, seq, session_id FROM events WHERE id = ANY($1::uuid[])',
    [ids],
  );
  return new Map(found.map((event) => [event.id, { seq: event.seq, session: event.session_id }]));
}

export async function insertEvents(events: AnyEvent[]): Promise<void> {
  if (events.length === 0) return;
  await run(
    `INSERT INTO events (session_id, seq, id, at, by, v, kind, payload)
     SELECT * FROM unnest($1::int[], $2::int[], $3::uuid[], $4::timestamptz[], $5::text[],
     $6::int[], $7::text[], $8::jsonb[])`,
    [
      events.map((event) => event.session),
      events.map((event) => event.seq),
      events.map((event) => event.id),
      events.map((event) => new Date(event.at).toISOString()),
      events.map((event) => event.by),
      events.map((event) => event.v),
      events.map((event) => event.kind),
      events.map((event) => JSON.stringify(event.payload)),
    ],
  );
}

/** Keeps what cannot be understood yet, so that nothing a bench recorded is lost. */
export const holdEvent = (session: number, id: string, raw: unknown, why: string): Promise<void> =>
  run(
    'INSERT INTO held_events (id, session_id, raw, why) VALUES ($1, $2, $3::jsonb, $4) ON CONFLICT (id) DO NOTHING',
    [id, session, JSON.stringify(raw), why],
  );

export const heldEvents = (session: number): Promise<{ id: string; raw: unknown }[]> =>
  rows('SELECT id, raw FROM held_events WHERE session_id = $1 ORDER BY received_at', [session]);
export const releaseHeld = (id: string): Promise<void> =>
  run('DELETE FROM held_events WHERE id = $1', [id]);

export async function setHead(
  id: number,
  lastSeq: number,
  phase: SessionState['phase'],
): Promise<void> {
  const finishedAt = phase.is === 'finished' ? new Date(phase.at) : null;
  await tables().Session.update({ lastSeq, status: phase.is, finishedAt }, { where: { id } });
}

export const CHANNEL = 'twin_shot';
/** Tells every app process that a session has moved on; delivered when the transaction commits. */
export const notify = (session: number, seq: number): Promise<void> =>
  run('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify({ session, seq })]);

/** Every session, in the order they were finished; those still open last. */
export const allSessionIds = async (): Promise<number[]> =>
  (await rows<{ id: number }>('SELECT id FROM sessions ORDER BY finished_at NULLS LAST, id')).map(
    (row) => row.id,
  );
