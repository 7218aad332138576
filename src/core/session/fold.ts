import { HANDLERS } from './apply.ts';
import { noteHeat } from './handle/heat.ts';
import type { AnyEvent, BenchEvent, Kind } from './event.ts';
import type { SessionState, Snapshot } from './state.ts';
import { startState } from './state.ts';

/** Kinds that are records, not hand work: they do not count towards hand times. */
const NOT_WORK = new Set<Kind>([
  'reading',
  'trouble',
  'undone',
  'opened',
  'resumed',
  'brokenOff',
  'changed',
  'skipped',
  'mixKept',
]);
/** A longer gap is somebody who went away, ms. */
const AWAY = 10 * 60_000;

/** Ids that are taken back: an undo that was itself undone takes nothing back. */
export function takenBack(events: AnyEvent[]): Set<string> {
  const gone = new Set<string>();
  for (let i = events.length - 1; i >= 0; i--) {
    const e = events[i]!;
    if (e.kind === 'undone' && !gone.has(e.id)) gone.add(e.payload.event);
  }
  return gone;
}

/** Server order where there is one; what is still on its way comes after, by its own clock. */
export function inOrder(events: AnyEvent[]): AnyEvent[] {
  const before = (a: AnyEvent, b: AnyEvent): number =>
    a.seq === undefined && b.seq === undefined
      ? a.at - b.at
      : (a.seq ?? Infinity) - (b.seq ?? Infinity);
  // A log nearly always comes sorted; sorting it again is most of what folding it would cost.
  return events.every((e, i) => i === 0 || before(events[i - 1]!, e) <= 0)
    ? events
    : [...events].sort(before);
}

function note(state: SessionState, e: AnyEvent): void {
  if (!NOT_WORK.has(e.kind) && state.status === 'running' && state.lastAt > 0) {
    // A countdown that was being waited for is the machine's time, not the hand's.
    let from = state.lastAt;
    const m = 'mould' in e.payload ? state.moulds.get(e.payload.mould as string) : undefined;
    if (m && e.kind === 'held') from = Math.max(from, m.holdUntil);
    if (m && e.kind === 'mouldOpened') from = Math.max(from, m.readyAt);
    if (m && e.kind === 'toppedOff' && e.payload.look === 2) from = Math.max(from, m.lookAt);
    const spent = e.at - from;
    if (spent > 0 && spent < AWAY) {
      const held = state.handTimes.get(e.kind) ?? { n: 0, seconds: 0 };
      state.handTimes.set(e.kind, { n: held.n + 1, seconds: held.seconds + spent / 1000 });
    }
  }
  state.lastAt = Math.max(state.lastAt, e.at);
  if (e.kind !== 'undone') state.log.push({ id: e.id, kind: e.kind, at: e.at, by: e.by });
}

/** Applies one event in place. */
export function apply(state: SessionState, e: AnyEvent): void {
  note(state, e);
  (HANDLERS[e.kind] as (s: SessionState, e: BenchEvent) => void)(state, e);
  noteHeat(state, e);
}

/**
 * The state of a session from its log: the same function in the browser and on the server.
 * Events may come repeated and in any order.
 */
export function fold(snapshot: Snapshot, events: AnyEvent[]): SessionState {
  const state = startState(snapshot);
  const ordered = inOrder(events);
  const gone = takenBack(ordered);
  const seen = new Set<string>();
  for (const e of ordered) {
    if (seen.has(e.id)) continue;
    seen.add(e.id);
    state.seq = Math.max(state.seq, e.seq ?? 0);
    if (gone.has(e.id)) state.undone += 1;
    else apply(state, e);
  }
  return state;
}

/** The newest thing that can be taken back, or null. */
export const lastUndoable = (state: SessionState): SessionState['log'][number] | null =>
  [...state.log].reverse().find((e) => e.kind !== 'opened' && e.kind !== 'finished') ?? null;
