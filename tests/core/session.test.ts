import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { v4 } from 'uuid';
import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import {
  allot,
  count,
  fold,
  lastUndoable,
  nextStep,
  readEvent,
  shotRow,
  summary,
  trendOf,
} from '@/core/session/index.ts';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import { seeded } from '../../src/core/chance.ts';
import { MOULDS, OVENS } from '../../scripts/demo/shop.ts';
import { benchOn, START } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

const snapshot = snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, {
  ovens: OVENS.map((oven, i) => ({ id: i + 1, oven })),
  learned: NOTHING_LEARNED,
});
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
    status: state.status,
    shots: [...state.shots.keys()].map((id) => shotRow(state, id)),
    cups: [...state.cups.values()].map((cup) => [cup.key, cup.grams, cup.trail]),
    puck: state.puckG,
    plastic: summary(state, START).plastic,
  });

const bench = () => benchOn(snapshot);
const text = '1';
const word = '2';

test('following the bench step by step shoots the plan, to the last bait on the rack', () => {
  const state = fold(snapshot, evening(1));
  assert.equal(state.status, 'finished');
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
      const last = lastUndoable(fold(snapshot, before));
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
        const { plastic } = summary(
          fold(snapshot, events.slice(0, Math.ceil(events.length * share))),
          START,
        );
        const out =
          plastic.inBaits + plastic.inInserts + plastic.puck + plastic.left + plastic.notBack;
        assert.ok(
          Math.abs(out - plastic.fresh) < 1e-6 * Math.max(1, plastic.fresh),
          `${plastic.fresh} in, ${out} out`,
        );
      },
    ),
    { numRuns: 60 },
  );
});

test(
  'a shot outside the window, unmatched, unclamped or upside down is warned of, taken ' +
    'all the same, and noted',
  () => {
    const other = bench();
    other.follow((state) => nextStep(state, other.now())?.key === 'close');
    const mould = [...other.state().moulds.keys()][0]!;
    other.act({ kind: 'closed', payload: { mould, gaps: ['left'], closures: 1, loose: true } });
    other.act({ kind: 'topChecked', payload: { mould, right: false } });
    other.read(text, 175);
    other.read(word, 150);
    other.act({
      kind: 'drawn',
      payload: {
        draw: 'd',
        injector: [...other.state().injectors.keys()][0]!,
        job: snapshot.input.jobs[0]!.key,
        barrels: [
          { layer: 'back', cup: text, ml: 42 },
          { layer: 'belly', cup: word, ml: 42 },
        ],
      },
    });
    const state = other.act({
      kind: 'shot',
      payload: { mould, job: snapshot.input.jobs[0]!.key, draw: 'd', trial: false, cavities: null },
    });
    const shot = [...state.shots.values()][0]!;
    for (const code of ['hot', 'cold', 'unmatched', 'unclamped', 'gap', 'upsideDown'])
      assert.ok(shot.against.includes(code), `${code} in ${shot.against.join(' ')}`);
    assert.equal(shot.cavities.size, 8);
  },
);

test('cups exactly the tolerance apart are matched; a hair more are not', () => {
  const other = bench();
  other.follow((state) => nextStep(state, other.now())?.key === 'match');
  other.read(text, 164);
  assert.equal(nextStep(other.read(word, 161), other.now())?.key, 'draw');
  assert.equal(nextStep(other.read(word, 160.9), other.now())?.key, 'match');
});

test('a match goes stale: a minute later the cups are to be read again', () => {
  const other = bench();
  other.follow((state) => nextStep(state, other.now())?.key === 'draw');
  assert.equal(nextStep(other.state(), other.now() + 30_000)?.key, 'draw');
  assert.equal(nextStep(other.state(), other.now() + 61_000)?.key, 'match');
});

test('a shot is bound to what was in its cups at its draw, not to what was added after', () => {
  const other = bench();
  other.follow((state) => state.shots.size === 1);
  const trail = other.state().cups.get(text)!.trail.length;
  other.act({
    kind: 'added',
    payload: { cup: text, what: 'more flake', amount: 0.5, dimension: 'volume', from: 'hand' },
  });
  const state = other.follow((state) => state.shots.size === 2);
  const at = [...state.shots.keys()].map(
    (id) => shotRow(state, id)!.heats.find((heat) => heat.cup === text)!.trail,
  );
  assert.deepEqual(at, [trail, trail + 1]);
});

test('broken off: the clock stands still, and everything counts as cold', () => {
  const other = bench();
  other.follow((state) => state.shots.size === 1);
  const worked = summary(other.state(), other.now()).worked;
  other.act({ kind: 'brokenOff', payload: { why: 'midnight' } }, 1);
  assert.equal(nextStep(other.state(), other.now())?.key, 'resume');
  const state = other.act({ kind: 'resumed', payload: {} }, 9 * 3_600_000);
  assert.ok(summary(state, other.now()).worked < worked + 1);
  assert.ok([...state.cups.values()].every((cup) => cup.reading === null && !cup.fused));
  assert.ok([...state.moulds.values()].every((mould) => !mould.warmed));
});

test('two moulds: the second is shot while the first cools, and a countdown is offered for each', () => {
  const other = bench();
  other.follow(
    (state) => [...state.moulds.values()].filter((mould) => mould.phase === 'cooling').length === 2,
  );
  assert.ok([...other.state().moulds.values()].every((mould) => mould.readyAt > other.now() - 1));
});

test('good baits go to the lines soonest due, what is over and what is usable to stock; trials to neither', () => {
  const other = bench();
  const job = snapshot.input.jobs[0]!.key;
  other.act({ kind: 'changed', payload: { what: 'trials', job, by: 1 } });
  const state = other.follow((state) => state.status === 'finished');
  const { lines, stock } = allot(state);
  assert.deepEqual(
    lines.map((line) => line.count),
    [20, 12],
  );
  assert.equal(
    stock.find((stocked) => stocked.grade === 'good')?.count,
    snapshot.plan.totals.baits - 32,
  );
  assert.equal(summary(state, other.now()).trials.shots, 1);
});

test(
  'a colourway changed at the bench counts from there on: later baits go to stock under ' +
    'their own colour',
  () => {
    const other = bench();
    const { input } = snapshot;
    const job = input.jobs[0]!;
    other.follow((state) => state.shots.size === 2);
    other.act({
      kind: 'changed',
      payload: {
        what: 'colourway',
        job: job.key,
        colourway: { id: 99, name: 'Turned over' },
        build: job.build,
        layers: { back: 2, belly: 1 },
        cups: input.cups,
        injector: job.tools[0]!.injector!,
        block: job.tools[0]!.block,
      },
    });
    const state = other.follow((state) => state.status === 'finished');
    assert.deepEqual(
      [...new Set([...state.shots.values()].map((shot) => shot.colourway.id))],
      [job.colourway.id, 99],
    );
    assert.equal(
      allot(state).lines.reduce((sum, line) => sum + line.count, 0),
      16,
    );
    assert.equal(
      [...state.shots.values()].filter((shot) => shot.colourway.id === 99).length,
      state.shots.size - 2,
    );
    assert.ok(allot(state).stock.some((stocked) => stocked.colourway === 99 && stocked.count > 0));
  },
);

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
  assert.equal(code({ ...good, v: 3 }), 'newer');
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

test('what the recipe puts in is on the cup’s trail, in its order, once, scaled to the charge', () => {
  const other = bench();
  const state = other.follow((state) => nextStep(state, other.now())?.key === 'match');
  const { trail, ladder } = state.cups.get(text)!;
  assert.deepEqual(
    trail.map((entry) => entry.what),
    ['plastisol', ...ladder.map((ingredient) => ingredient.what)],
  );
  const ml = trail[0]!.amount / 1.03;
  assert.equal(trail[1]!.amount, Math.round((8 * ml) / 236.5882365));
});

test('another mould from here on: the shots to come are shot in it, those before stay where they were shot', () => {
  const other = bench();
  other.follow((state) => state.shots.size === 2);
  other.act({
    kind: 'changed',
    payload: {
      what: 'mould',
      job: snapshot.input.jobs[0]!.key,
      id: 3,
      mould: MOULDS[2]!,
      only: true,
    },
  });
  const state = other.follow((state) => state.status === 'finished');
  const moulds = [...state.shots.values()].map((shot) => [shot.mould, shot.cavities.size]);
  assert.deepEqual(moulds.slice(0, 2), [
    ['1', 8],
    ['2', 8],
  ]);
  assert.ok(
    moulds.length > 2 && moulds.slice(2).every(([key, mould]) => key === '3' && mould === 2),
    JSON.stringify(moulds),
  );
});
