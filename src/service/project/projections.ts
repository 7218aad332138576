import type { AnyEvent, BenchEvent, Kind, SessionState } from '@/core/session/index.ts';
import { dropBottleNote, putBottleNote } from '@/store/bottles.ts';
import { keepFromBench } from '@/store/mixes.ts';
import { dropNote, dropTrial, putNote, putTrial } from '@/store/mouldBook.ts';
import { dropTakenCups, putTakenCups } from './cups.ts';
import { dropCharged, dropPouredOff, putCharged, putPouredOff } from './tubs.ts';
import { dropReading, putReading } from '@/store/readTables.ts';

/** What an event of a kind brings about in the read tables, beside the rows of its shots. */
interface Projection<K extends Kind> {
  /** rows that are the event itself, put and taken back with it */
  own: {
    put: (event: BenchEvent<K>, state: SessionState) => Promise<unknown>;
    drop: (event: BenchEvent<K>, state: SessionState) => Promise<unknown>;
  } | null;
  /** it changes what a finished session has to share out */
  shares: boolean;
  /** it can move inserts on or off the shelf */
  movesInserts: boolean;
}
const NONE = { own: null, shares: false, movesInserts: false } as const;
const SHARES = { ...NONE, shares: true } as const;
const MOVES_INSERTS = { ...NONE, movesInserts: true } as const;

/** One row for each kind of event: a new kind says here what it brings about. */
export const PROJECTIONS: { [K in Kind]: Projection<K> } = {
  opened: NONE,
  brokenOff: NONE,
  resumed: NONE,
  finished: SHARES,
  woken: NONE,
  charged: { ...NONE, own: { put: putCharged, drop: dropCharged } },
  heated: NONE,
  stirred: NONE,
  degassed: NONE,
  added: NONE,
  doseWeighed: NONE,
  bottleNoted: { ...NONE, own: { put: putBottleNote, drop: ({ id }) => dropBottleNote(id) } },
  coloured: NONE,
  // Kept in the notebook, it stays there though the bench takes it back: a version is never lost.
  mixKept: { ...NONE, own: { put: keepFromBench, drop: async () => {} } },
  bladed: NONE,
  reading: { ...NONE, own: { put: putReading, drop: dropReading } },
  warmed: NONE,
  closed: NONE,
  topChecked: NONE,
  drawn: NONE,
  shot: MOVES_INSERTS,
  loaded: NONE,
  insertSpoiled: MOVES_INSERTS,
  poured: MOVES_INSERTS,
  pouredOff: { ...NONE, own: { put: putPouredOff, drop: dropPouredOff } },
  stopped: NONE,
  held: NONE,
  toppedOff: NONE,
  emptied: NONE,
  mouldOpened: NONE,
  cavityMarked: SHARES,
  felt: NONE,
  marked: SHARES,
  returned: NONE,
  racked: SHARES,
  kept: MOVES_INSERTS,
  tipped: NONE,
  named: SHARES,
  willDo: SHARES,
  recounted: SHARES,
  dropped: SHARES,
  cleaned: NONE,
  turned: NONE,
  noted: { ...NONE, own: { put: putNote, drop: ({ id }) => dropNote(id) } },
  trialled: { ...NONE, own: { put: putTrial, drop: ({ id }) => dropTrial(id) } },
  skipped: NONE,
  changed: { ...NONE, own: { put: putTakenCups, drop: dropTakenCups } },
  trouble: NONE,
  undone: { ...NONE, shares: true, movesInserts: true },
};

const ownOf = (event: AnyEvent) => PROJECTIONS[event.kind].own as Projection<Kind>['own'];
export const putOwn = async (event: AnyEvent, state: SessionState): Promise<unknown> =>
  ownOf(event)?.put(event, state);
export const dropOwn = async (event: AnyEvent, state: SessionState): Promise<unknown> =>
  ownOf(event)?.drop(event, state);
