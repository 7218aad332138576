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

const heapKey = (heap: Heap): string =>
  `${heap.bait}/${heap.colourway}/${heap.build}/${heap.grade}`;

/**
 * Brings what a session has given to lines and to stock to what it should have: its good baits once
 * it is finished, none before; a mark, a count or a lost tray put right later moves what it must,
 * and no more. Every move is caused by this event.
 */
async function shareOut(state: SessionState, event: AnyEvent): Promise<void> {
  const { lines, stock } = state.status === 'finished' ? allot(state) : { lines: [], stock: [] };
  const { parts, heaps } = await sharedBy(event.session);
  const wanted = new Map<string, Heap & { count: number }>(
    stock.map((stocked) => [heapKey(stocked), { ...stocked }]),
  );
  // Soonest cause first gives way last: what is taken back is taken back before anything more is
  // given.
  const given = new Map(parts.map((part) => [part.part, part]));
  const asked = new Map<number, { count: number; curedAt: number }>();
  for (const line of lines)
    asked.set(line.part, {
      count: (asked.get(line.part)?.count ?? 0) + line.count,
      curedAt: line.curedAt,
    });
  for (const part of new Set([...given.keys(), ...asked.keys()])) {
    const has = given.get(part)?.count ?? 0;
    const want = asked.get(part);
    // A line takes no more than it still wants, what this session gave it already counted as its
    // own.
    const count = Math.min(want?.count ?? 0, has + (await stillWanted(part)));
    if (count !== has)
      await allocate(
        part,
        count - has,
        event.at,
        count > has ? want!.curedAt : given.get(part)!.cured_at.getTime(),
        event.session,
        event.id,
      );
    if (want && want.count > count) {
      const job = state.snapshot.input.jobs.find((job) =>
        job.lines.some((line) => line.part === part),
      )!;
      const heap = {
        bait: job.bait.id,
        colourway: job.colourway.id,
        build: job.build.key,
        grade: 'good',
      };
      wanted.set(heapKey(heap), {
        ...heap,
        count: (wanted.get(heapKey(heap))?.count ?? 0) + want.count - count,
      });
    }
  }
  const held = new Map(heaps.map((heap) => [heapKey(heap), heap]));
  for (const [key, heap] of new Map([...held, ...wanted])) {
    const by = (wanted.get(key)?.count ?? 0) - (held.get(key)?.count ?? 0);
    if (by !== 0) await moveStock(heap, by, event.at, event.session, event.id);
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

/**
 * Books what the session's inserts have become since it was last looked at, as moves caused by this
 * event.
 */
async function bookInserts(state: SessionState, event: AnyEvent): Promise<void> {
  if (state.lots.size === 0 && event.kind !== 'undone') return;
  const booked = new Map(
    (await bookedInserts(event.session)).map((bookedInsert) => [bookedInsert.what, bookedInsert]),
  );
  const wanted = insertMoves(state);
  // What comes is booked before what goes, so that a heap is not found short of its own.
  const changes = [
    ...wanted.map((insertMove) => ({
      what: insertMove.what,
      kind: insertMove.kind,
      by: insertMove.count - (booked.get(insertMove.what)?.count ?? 0),
    })),
    ...[...booked.values()]
      .filter(
        (other) =>
          !other.what.startsWith('uncounted ') &&
          !wanted.some((insertMove) => insertMove.what === other.what),
      )
      .map((other) => ({ what: other.what, kind: other.kind, by: -other.count })),
  ]
    .filter((other) => other.by !== 0)
    .sort((one, other) => other.by - one.by);
  for (const change of changes)
    await moveInserts(change.kind, change.what, change.by, event.at, event.session, event.id);
}

/** Rows that are one event, put and taken back with it. */
async function putEvent(event: AnyEvent): Promise<void> {
  if (event.kind === 'reading') await putReading(event);
  if (event.kind === 'noted') await putNote(event);
  if (event.kind === 'trialled') await putTrial(event);
  // Kept in the notebook, it stays there though the bench takes it back: a version is never lost.
  if (event.kind === 'mixKept') await keepFromBench(event);
}
async function dropEvent(event: AnyEvent): Promise<void> {
  if (event.kind === 'reading') await dropReading(event);
  if (event.kind === 'noted') await dropNote(event.id);
  if (event.kind === 'trialled') await dropTrial(event.id);
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
  for (const event of events) {
    await putEvent(event);
    if (event.kind !== 'undone') continue;
    const gone = find(event.payload.event);
    if (gone) await dropEvent(gone);
    const back = gone?.kind === 'undone' ? find(gone.payload.event) : undefined;
    if (back) await putEvent(back);
  }
  const sharer = events.findLast((event) => SHARES.has(event.kind));
  if (sharer && (state.status === 'finished' || sharer.kind === 'undone'))
    await shareOut(state, sharer);
  const mover = events.findLast((event) => MOVES_INSERTS.has(event.kind));
  if (mover) await bookInserts(state, mover);
  const changed = events.map((event) => touches(state, event));
  const ids = changed.includes('all')
    ? new Set([...state.shots.keys(), ...written.keys()])
    : new Set(changed.flat() as string[]);
  if (events.length > 0 && ids.size > 0) await writeShots(events[0]!.session, state, ids, written);
}
