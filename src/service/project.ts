import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import { allot, insertMoves, shotRow, touches } from '@/core/session/index.ts';
import { bookedInserts, moveInserts } from '@/store/inserts.ts';
import { allocate, moveStock, reverse, stillWanted } from '@/store/ledger.ts';
import { dropNote, dropTrial, putNote, putTrial } from '@/store/mouldBook.ts';
import { keepFromBench } from '@/store/mixes.ts';
import type { Transaction } from '@/store/query.ts';
import { dropReading, dropShot, putReading, putShot } from '@/store/readTables.ts';

/** Rows as last written, so that only what changed is written again. */
export type Written = Map<string, string>;

async function writeShots(session: number, state: SessionState, ids: Iterable<string>, written: Written, transaction: Transaction): Promise<void> {
  for (const id of ids) {
    const row = shotRow(state, id);
    const text = row ? JSON.stringify(row) : '';
    if ((written.get(id) ?? '') === text) continue;
    if (row) await putShot(session, row, transaction);
    else await dropShot(session, id, transaction);
    if (row) written.set(id, text);
    else written.delete(id);
  }
}

/** Shares a finished session's baits out: to lines as far as they still want any, the rest to stock. */
async function shareOut(state: SessionState, e: AnyEvent, transaction: Transaction): Promise<void> {
  const { lines, stock } = allot(state);
  const over = new Map<number, number>();
  for (const line of lines) {
    const n = Math.min(line.count, await stillWanted(line.part, transaction));
    if (n > 0) await allocate(line.part, n, e.at, line.curedAt, e.session, e.id, transaction);
    if (line.count > n) over.set(line.part, line.count - n);
  }
  for (const s of stock) await moveStock(s.bait, s.colourway, s.grade, s.count, e.at, e.session, e.id, transaction);
  for (const [part, n] of over) {
    const job = state.snapshot.input.jobs.find((j) => j.lines.some((l) => l.part === part))!;
    await moveStock(job.bait.id, job.colourway.id, 'good', n, e.at, e.session, e.id, transaction);
  }
}

/** Kinds of event that can move inserts on or off the shelf. */
const MOVES_INSERTS = new Set<AnyEvent['kind']>(['kept', 'shot', 'poured', 'insertSpoiled', 'undone']);

/** Books what the session's inserts have become since it was last looked at, as moves caused by this event. */
async function bookInserts(state: SessionState, e: AnyEvent, transaction: Transaction): Promise<void> {
  if (state.lots.size === 0 && e.kind !== 'undone') return;
  const booked = new Map((await bookedInserts(e.session, transaction)).map((b) => [b.what, b]));
  const wanted = insertMoves(state);
  // What comes is booked before what goes, so that a heap is not found short of its own.
  const changes = [
    ...wanted.map((w) => ({ what: w.what, kind: w.kind, by: w.count - (booked.get(w.what)?.count ?? 0) })),
    ...[...booked.values()].filter((b) => !b.what.startsWith('uncounted ') && !wanted.some((w) => w.what === b.what)).map((b) => ({ what: b.what, kind: b.kind, by: -b.count })),
  ].filter((c) => c.by !== 0).sort((a, b) => b.by - a.by);
  for (const c of changes) await moveInserts(c.kind, c.what, c.by, e.at, e.session, e.id, transaction);
}

/** Rows that are one event, put and taken back with it. */
async function putEvent(e: AnyEvent, transaction: Transaction): Promise<void> {
  if (e.kind === 'reading') await putReading(e, transaction);
  if (e.kind === 'noted') await putNote(e, transaction);
  if (e.kind === 'trialled') await putTrial(e, transaction);
  // Kept in the notebook, it stays there though the bench takes it back: a version is never lost.
  if (e.kind === 'mixKept') await keepFromBench(e, transaction);
}
async function dropEvent(e: AnyEvent, transaction: Transaction): Promise<void> {
  if (e.kind === 'reading') await dropReading(e, transaction);
  if (e.kind === 'noted') await dropNote(e.id, transaction);
  if (e.kind === 'trialled') await dropTrial(e.id, transaction);
}

export interface Log {
  find: (id: string) => AnyEvent | undefined;
  others: () => AnyEvent[];
}

/**
 * Brings the read tables up to the state after some events, in the append's own transaction.
 * @param log the session's log so far, for what an undo takes back
 */
export async function project(state: SessionState, events: AnyEvent[], { find, others }: Log, written: Written, transaction: Transaction): Promise<void> {
  for (const e of events) {
    await putEvent(e, transaction);
    if (e.kind === 'finished' && state.finishedAt === e.at) await shareOut(state, e, transaction);
    if (e.kind === 'undone') {
      const gone = find(e.payload.event);
      if (gone) await dropEvent(gone, transaction);
      if (gone?.kind === 'finished' && (await reverse(gone.id, e.id, e.at, transaction)) && state.status === 'finished') {
        // Another bench had finished it too: its word stands, and the baits are shared out by that.
        const other = others().find((x) => x.kind === 'finished' && x.at === state.finishedAt);
        if (other) await shareOut(state, { ...other, at: e.at }, transaction);
      }
      if (gone?.kind === 'undone') {
        const back = find(gone.payload.event);
        if (back) await putEvent(back, transaction);
        if (back?.kind === 'finished' && state.status === 'finished') await shareOut(state, { ...back, id: e.id, at: e.at }, transaction);
      }
    }
  }
  const mover = events.findLast((e) => MOVES_INSERTS.has(e.kind));
  if (mover) await bookInserts(state, mover, transaction);
  const changed = events.map((e) => touches(state, e));
  const ids = changed.includes('all') ? new Set([...state.shots.keys(), ...written.keys()]) : new Set(changed.flat() as string[]);
  if (events.length > 0 && ids.size > 0) await writeShots(events[0]!.session, state, ids, written, transaction);
}
