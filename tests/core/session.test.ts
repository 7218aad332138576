import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { v4 } from 'uuid';
import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import {
  count,
  fold,
  lastPress,
  readEvent,
  shotRow,
  summary,
  trendOf,
} from '@/core/session/index.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import { seeded } from '../../src/core/chance.ts';
import { START } from '../bench.ts';
import { unbalanced } from '../randomLog.ts';
import { snapshot, bench, text } from './sessionKit.ts';

const rehearsed = new Map<number, AnyEvent[]>();
/** A whole evening by rehearsed hands, played once. */
function evening(seed: number): AnyEvent[] {
  const held = rehearsed.get(seed);
  if (held) return held;
  const events = rehearse({
    session: 1,
    snapshot,
    startAt: START,
    chance: seeded(seed),
    spoil: () => 0.12,
  });
  rehearsed.set(seed, events);
  return events;
}
/** What two states must share to be the same session. */
const essence = (state: SessionState) =>
  JSON.stringify({
    status: state.phase.is,
    shots: [...state.shots.keys()].map((id) => shotRow(state, id)),
    cups: [...state.cups.values()].map((cup) => [cup.key, cup.grams, cup.trail]),
    puck: state.puckG,
    plastic: summary(state, START).plastic,
  });

test('following the bench step by step shoots the plan, to the last bait on the rack', () => {
  const state = fold(snapshot, evening(1));
  assert.equal(state.phase.is, 'finished');
  const all = [...state.shots.values()];
  const wanted = snapshot.input.jobs[0]!.lines.reduce((sum, line) => sum + line.count, 0);
  const planned = snapshot.plan.shots.length;
  // As many as planned, and more only while what came good is not enough.
  assert.ok(
    all.length >= planned && (all.length === planned || count(all.slice(0, -1)).good < wanted),
    `${all.length} of ${planned}`,
  );
  // A hand with a thermometer does not always bring two cups together; nothing else is warned of.
  assert.ok(
    [...state.shots.values()].every(
      (shot) =>
        shot.rackedAt !== null &&
        shot.against.every((word) => ['cold', 'hot', 'unmatched', 'stale'].includes(word)),
    ),
    'nothing was warned of but heats',
  );
  const kinds = new Set(evening(1).map((event) => event.kind));
  for (const kind of [
    'woken',
    'charged',
    'warmed',
    'reading',
    'coloured',
    'closed',
    'topChecked',
    'drawn',
    'shot',
    'held',
    'toppedOff',
    'emptied',
    'mouldOpened',
    'marked',
    'returned',
    'racked',
    'finished',
  ] as const)
    assert.ok(kinds.has(kind), kind);
});

test('property: events repeated and in any order fold to the same session', () => {
  const events = evening(2);
  const straight = essence(fold(snapshot, events));
  fc.assert(
    fc.property(
      fc.shuffledSubarray(events, { minLength: events.length }),
      fc.subarray(events),
      (shuffled, again) => assert.equal(essence(fold(snapshot, [...shuffled, ...again])), straight),
    ),
    { numRuns: 40 },
  );
});

test('property: undo takes back exactly the last thing, and undo of the undo brings it back', () => {
  const events = evening(3);
  fc.assert(
    fc.property(fc.integer({ min: 2, max: events.length - 1 }), (count) => {
      const before = events.slice(0, count);
      const [last] = lastPress(fold(snapshot, before));
      if (!last || last.id !== before.at(-1)!.id) return;
      const undo = {
        id: v4(),
        session: 1,
        seq: count + 1,
        at: before.at(-1)!.at + 1,
        by: 'x',
        v: 1,
        kind: 'undone',
        payload: { event: last.id },
      } as AnyEvent;
      const redo = { ...undo, id: v4(), seq: count + 2, payload: { event: undo.id } } as AnyEvent;
      assert.equal(
        essence(fold(snapshot, [...before, undo])),
        essence(fold(snapshot, before.slice(0, -1))),
      );
      assert.equal(
        essence(fold(snapshot, [...before, undo, redo])),
        essence(fold(snapshot, before)),
      );
    }),
    { numRuns: 60 },
  );
});

test('property: at the bench no gram is made or lost, whenever one looks', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 8 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (seed, share) => {
        const events = evening(seed);
        const off = unbalanced(fold(snapshot, events.slice(0, Math.ceil(events.length * share))));
        assert.ok(Math.abs(off) < 1e-6, `${off} g`);
      },
    ),
    { numRuns: 60 },
  );
});

test('events from outside: broken ones say why, newer ones are told apart, good ones are typed', () => {
  const good = {
    id: v4(),
    session: 1,
    at: START,
    by: 'x',
    v: 1,
    kind: 'woken',
    payload: { cup: '1' },
  };
  assert.ok(readEvent(good).ok);
  const code = (raw: unknown) => {
    const other = readEvent(raw);
    assert.ok(!other.ok && other.message.length > 10);
    return other.code;
  };
  assert.equal(code({ ...good, v: 4 }), 'newer');
  assert.equal(code({ ...good, kind: 'teleported' }), 'newer');
  assert.equal(code({ ...good, payload: {} }), 'invalid');
  assert.equal(code({ ...good, id: '7' }), 'invalid');
  assert.equal(code({ ...good, at: 12 }), 'invalid');
  assert.equal(code('nonsense'), 'invalid');
});

test('a trend wants readings ten seconds apart', () => {
  const other = bench();
  other.read(text, 170);
  other.act({ kind: 'stirred', payload: { cup: text } }, 59_000);
  assert.equal(Math.round(trendOf(other.read(text, 165).cups.get(text)!)!), -5);
  assert.equal(trendOf(other.read(text, 164).cups.get(text)!), null);
});
