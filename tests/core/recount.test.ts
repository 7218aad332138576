import { NO_PLASTIC } from '@/core/plastic/index.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SessionState } from '@/core/session/index.ts';
import { allot, follower, graded, rungsOf } from '@/core/session/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';
import { input, open, duals } from './countsKit.ts';

test(
  'B6: faults are told apart by stage and run; a squeeze that was weighed and drops are ' +
    'one row with one total; two builds are two stocks',
  () => {
    const pigment = MATERIALS.find((material) => material.kind === 'pigment')!;
    const cup = {
      ...benchOn(open(input(duals[0]!.name)))
        .state()
        .cups.values()
        .next().value!,
      ladder: [
        {
          what: pigment.name,
          kind: 'pigment' as const,
          amount: 40,
          dimension: 'drops' as const,
          when: 'clear' as const,
        },
      ],
      grams: 240,
      charges: 1,
    };
    cup.trail = [
      {
        event: 'a',
        at: 1,
        what: 'plastisol',
        amount: 240,
        dimension: 'mass',
        grams: 240,
        celsius: null,
        brings: { ...NO_PLASTIC, grams: 240 },
      },
      {
        event: 'b',
        at: 2,
        what: pigment.name,
        amount: 20,
        dimension: 'drops',
        grams: 240,
        celsius: null,
        brings: null,
      },
      {
        event: 'c',
        at: 3,
        what: pigment.name.toUpperCase(),
        amount: 20 * pigment.drop * pigment.spoon,
        dimension: 'mass',
        grams: 240,
        celsius: null,
        brings: null,
      },
    ];
    const rows = rungsOf(cup, MATERIALS);
    assert.equal(rows.length, 1);
    assert.ok(Math.abs(rows[0]!.inIt - 40) < 1e-6 && rows[0]!.dimension === 'drops');
    const bench = benchOn(open(input(duals[0]!.name, 8)));
    const state = bench.follow((state) => state.phase.is === 'finished');
    const [one] = [...state.shots.values()];
    const other = {
      ...state,
      shots: new Map([
        ...state.shots,
        ['x', { ...one!, id: 'x', build: { ...one!.build, key: 'single' } }],
      ]),
    };
    const heaps = new Set(allot(other).stock.map((stocked) => `${stocked.bait}/${stocked.build}`));
    assert.ok(heaps.has(`${one!.bait.id}/single`));
  },
);

test(
  'B7: a mark, a count and a dropped tray put right after the finish are events with a ' +
    'reason, and the totals follow',
  () => {
    const bench = benchOn(open(input(duals[0]!.name, 8)));
    const state = bench.follow((state) => state.phase.is === 'finished');
    const shot = [...state.shots.values()].find((shot) => !shot.trial)!;
    const total = (state: SessionState) => {
      const other = allot(state);
      return {
        lines: other.lines.reduce((sum, line) => sum + line.count, 0),
        stock: other.stock.reduce((sum, stocked) => sum + stocked.count, 0),
      };
    };
    const start = total(state);
    const usable = bench.act({
      kind: 'cavityMarked',
      payload: {
        shot: shot.id,
        cavity: 1,
        grade: 'usable',
        fault: 'dent',
        why: 'seen when bagged',
      },
    });
    assert.deepEqual(
      [usable.shots.get(shot.id)!.marks.get(1)!.fault, total(usable).lines + total(usable).stock],
      ['dent', start.lines + start.stock],
    );
    const again = bench.act({
      kind: 'recounted',
      payload: { shot: shot.id, good: 3, usable: 1, second: 0, why: 'counted on the rack' },
    });
    assert.deepEqual(graded(again.shots.get(shot.id)!), { good: 3, usable: 1, second: 0 });
    const lost = bench.act({
      kind: 'dropped',
      payload: { shot: shot.id, good: 2, usable: 0, why: 'tray fell' },
    });
    assert.deepEqual(graded(lost.shots.get(shot.id)!), { good: 1, usable: 1, second: 0 });
    const undone = bench.act({ kind: 'undone', payload: { event: bench.events.at(-1)!.id } });
    assert.deepEqual(graded(undone.shots.get(shot.id)!), { good: 3, usable: 1, second: 0 });
  },
);

test('E20: what comes back from a draw brings the heat it had spent; fresh plastic brings none', () => {
  const vessel = { name: 'Glass', volume: 500, bore: 85, fill: 0.9, froth: 0.5 };
  const setup = open(demoPlan()).heat;
  const mass = (id: string, at: number, grams: number, added: object | null) => ({
    id,
    at,
    kind: 'mass' as const,
    cup: '1',
    vessel,
    grams,
    added: added as never,
  });
  const base = [
    mass('a', 0, 200, { grams: 200, celsius: { mean: 20, sd: 1 } }),
    {
      id: 'b',
      at: 1000,
      kind: 'burst' as const,
      cups: ['1'],
      oven: 1,
      level: 1,
      seconds: 200,
      ended: false,
    },
    {
      id: 'r',
      at: 205_000,
      kind: 'reading' as const,
      cup: '1',
      celsius: 182,
      sd: 0.7,
      eye: false,
      device: false,
    },
    { id: 'd', at: 260_000, kind: 'drawn' as const, draw: 'i/1', cups: ['1'] },
    mass('e', 260_000, 120, null),
  ];
  const follow = (more: ReturnType<typeof mass>) =>
    follower(setup)([...base, more], 260_000).spent['1']!;
  const before = follower(setup)(base, 260_000).spent['1']!;
  assert.ok(before > 0.01);
  const back = { grams: 40, celsius: { mean: 45, sd: 10 } };
  assert.ok(
    Math.abs(follow(mass('f', 260_000, 160, { ...back, from: ['i/1'] })) - before) < 1e-9,
    'its own plastic back: as spent as it was',
  );
  assert.ok(
    Math.abs(follow(mass('f', 260_000, 160, back)) - before * 0.75) < 1e-9,
    'fresh: a quarter of it unspent',
  );
});
