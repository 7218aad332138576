import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import { allot, insertMoves, shotRow, touches } from '@/core/session/index.ts';
import { bookedInserts, moveInserts } from '@/store/inserts.ts';
import type { Heap } from '@/store/ledger.ts';
import { allocate, moveStock, sharedBy, stillWanted } from '@/store/ledger.ts';
import { dropNote, dropTrial, putNote, putTrial } from '@/store/mouldBook.ts';
import { keepFromBench } from '@/store/mixes.ts';
import { dropReading, dropShot, putReading, putShot } from '@/store/readTables.ts';

/** Rows as last written, so that only what changed is written again. */
export type Written = Map<string, string>;

async function writeShots(
  session: number,
  state: SessionState,
  ids: Iterable<string>,
  written: Written,
): Promise<void> {
  for (const id of ids) {
    const row = shotRow(state, id);
    const text = row ? JSON.stringify(row) : '';
    if ((written.get(id) ?? '') === text) continue;
    if (row) await putShot(session, row);
    else await dropShot(session, id);
    if (row) written.set(id, text);
    else written.delete(id);
  }
}

const heapKey = (h: Heap): string => `${h.bait}/${h.colourway}/${h.build}/${h.grade}`;

/**
 * Brings what a session has given to lines and to stock to what it should have: its good baits once it is finished, none
 * before; a mark, a count or a lost tray put right later moves what it must, and no more. Every move is caused by this event.
 */
async function shareOut(state: SessionState, e: AnyEvent): Promise<void> {
  const { lines, stock } = state.status === 'finished' ? allot(state) : { lines: [], stock: [] };
  const { parts, heaps } = await sharedBy(e.session);
  const wanted = new Map<string, Heap & { count: number }>(
    stock.map((x) => [heapKey(x), { ...x }]),
  );
  // Soonest cause first gives way last: what is taken back is taken back before anything more is given.
  const given = new Map(parts.map((p) => [p.part, p]));
  const asked = new Map<number, { count: number; curedAt: number }>();
  for (const l of lines)
    asked.set(l.part, { count: (asked.get(l.part)?.count ?? 0) + l.count, curedAt: l.curedAt });
  for (const part of new Set([...given.keys(), ...asked.keys()])) {
    const has = given.get(part)?.count ?? 0;
    const want = asked.get(part);
    // A line takes no more than it still wants, what this session gave it already counted as its own.
    const n = Math.min(want?.count ?? 0, has + (await stillWanted(part)));
    if (n !== has)
      await allocate(
        part,
        n - has,
        e.at,
        n > has ? want!.curedAt : given.get(part)!.cured_at.getTime(),
        e.session,
        e.id,
      );
    if (want && want.count > n) {
      const job = state.snapshot.input.jobs.find((j) => j.lines.some((l) => l.part === part))!;
      const heap = {
        bait: job.bait.id,
        colourway: job.colourway.id,
        build: job.build.key,
        grade: 'good',
      };
      wanted.set(heapKey(heap), {
        ...heap,
        count: (wanted.get(heapKey(heap))?.count ?? 0) + want.count - n,
      });
    }
  }
  const held = new Map(heaps.map((h) => [heapKey(h), h]));
  for (const [key, heap] of new Map([...held, ...wanted])) {
    const by = (wanted.get(key)?.count ?? 0) - (held.get(key)?.count ?? 0);
    if (by !== 0) await moveStock(heap, by, e.at, e.session, e.id);
  }
}

/** Kinds of event that change what a finished session has to share out. */
const SHARES = new Set<AnyEvent['kind']>([
  'finished',
  'undone',
  'cavityMarked',
  'marked',
  'racked',
  'recounted',
  'dropped',
  'named',
  'willDo',
]);

/** Kinds of event that can move inserts on or off the shelf. */
const MOVES_INSERTS = new Set<AnyEvent['kind']>([
  'kept',
  'shot',
  'poured',
  'insertSpoiled',
  'undone',
]);

/** Books what the session's inserts have become since it was last looked at, as moves caused by this event. */
async function bookInserts(state: SessionState, e: AnyEvent): Promise<void> {
  if (state.lots.size === 0 && e.kind !== 'undone') return;
  const booked = new Map((await bookedInserts(e.session)).map((b) => [b.what, b]));
  const wanted = insertMoves(state);
  // What comes is booked before what goes, so that a heap is not found short of its own.
  const changes = [
    ...wanted.map((w) => ({
      what: w.what,
      kind: w.kind,
      by: w.count - (booked.get(w.what)?.count ?? 0),
    })),
    ...[...booked.values()]
      .filter((b) => !b.what.startsWith('uncounted ') && !wanted.some((w) => w.what === b.what))
      .map((b) => ({ what: b.what, kind: b.kind, by: -b.count })),
  ]
    .filter((c) => c.by !== 0)
    .sort((a, b) => b.by - a.by);
  for (const c of changes) await moveInserts(c.kind, c.what, c.by, e.at, e.session, e.id);
}

/** Rows that are one event, put and taken back with it. */
async function putEvent(e: AnyEvent): Promise<void> {
  if (e.kind === 'reading') await putReading(e);
  if (e.kind === 'noted') await putNote(e);
  if (e.kind === 'trialled') await putTrial(e);
  // Kept in the notebook, it stays there though the bench takes it back: a version is never lost.
  if (e.kind === 'mixKept') await keepFromBench(e);
}
async function dropEvent(e: AnyEvent): Promise<void> {
  if (e.kind === 'reading') await dropReading(e);
  if (e.kind === 'noted') await dropNote(e.id);
  if (e.kind === 'trialled') await dropTrial(e.id);
}

export interface Log {
  find: (id: string) => AnyEvent | undefined;
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
  for (const e of events) {
    await putEvent(e);
    if (e.kind !== 'undone') continue;
    const gone = find(e.payload.event);
    if (gone) await dropEvent(gone);
    const back = gone?.kind === 'undone' ? find(gone.payload.event) : undefined;
    if (back) await putEvent(back);
  }
  const sharer = events.findLast((e) => SHARES.has(e.kind));
  if (sharer && (state.status === 'finished' || sharer.kind === 'undone'))
    await shareOut(state, sharer);
  const mover = events.findLast((e) => MOVES_INSERTS.has(e.kind));
  if (mover) await bookInserts(state, mover);
  const changed = events.map((e) => touches(state, e));
  const ids = changed.includes('all')
    ? new Set([...state.shots.keys(), ...written.keys()])
    : new Set(changed.flat() as string[]);
  if (events.length > 0 && ids.size > 0) await writeShots(events[0]!.session, state, ids, written);
}
