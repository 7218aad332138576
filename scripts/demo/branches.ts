import { v5 } from 'uuid';
import type { AnyEvent, Snapshot } from '../../src/core/session/index.ts';
import { fold, mixIn } from '../../src/core/session/index.ts';

const SPACE = '1f0c8a52-6a9e-4b0e-9d0c-5b7a0c1e2d31';
/**
 * Evenings on which a cup was changed before the last of it was put by, and what the branch was
 * called.
 */
export const BRANCHES: Record<number, string> = {
  0: 'Bilge moss, deeper',
  8: 'Oyster lint, pinker',
};
/** What was put in, by branch. */
const PUT: Record<string, { cup: string; what: string; drops: number }> = {
  'Bilge moss, deeper': { cup: 'Bilge moss', what: 'Black', drops: 2 },
  'Oyster lint, pinker': { cup: 'Oyster lint', what: 'Pink', drops: 3 },
};

/** A log with something put in between is numbered anew. */
const inTurn = (events: AnyEvent[]): AnyEvent[] =>
  events.map((event, i) => ({ ...event, seq: i + 1 }));

/**
 * An evening with its cup coloured further before the last draw, and kept as a branch of its mix at
 * the end.
 */
export function deeper(events: AnyEvent[], snapshot: Snapshot, branch: string | null): AnyEvent[] {
  const end = events.findIndex((event) => event.kind === 'finished');
  const last = events[end - 1];
  const put = branch ? PUT[branch] : undefined;
  if (!put || !last) return events;
  const draw = events.findLastIndex((event) => event.kind === 'drawn');
  const cup =
    draw > 0
      ? [...fold(snapshot, events.slice(0, draw)).cups.values()].find((cup) => cup.name === put.cup)
      : undefined;
  if (!cup) return events;
  const base = { session: last.session, by: last.by, v: last.v };
  const added: AnyEvent = {
    ...base,
    id: v5(`${branch} added`, SPACE),
    at: events[draw]!.at - 1,
    kind: 'added',
    payload: { cup: cup.key, what: put.what, amount: put.drops, dimension: 'drops', from: 'hand' },
  };
  const before = inTurn([...events.slice(0, draw), added, ...events.slice(draw, end)]);
  const now = fold(snapshot, before).cups.get(cup.key)!;
  const kept: AnyEvent = {
    ...base,
    id: v5(`${branch} kept`, SPACE),
    at: last.at + 2,
    kind: 'mixKept',
    payload: {
      cup: cup.key,
      as: 'branch',
      name: branch!,
      mix: mixIn(now, branch!, snapshot.colour.materials),
      upTo: now.trail.length,
    },
  };
  return inTurn([...before, kept, ...events.slice(end)]);
}
