import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { normal, seeded } from '@/core/chance.ts';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import { planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { handLessons } from '@/core/session/index.ts';
import { rangeAt } from '@/core/tape/rangeAt.ts';
import { criticalPath } from '@/core/tape/criticalPath.ts';
import { HAND_USUAL, layEvening, timeSession } from '@/core/tape/index.ts';
import type { HandKind, TimingKnown } from '@/core/tape/index.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { demoPlan } from '../demoPlan.ts';
import { randomPlan } from '../randomPlan.ts';
import { pressed } from './pressedKit.ts';

const KINDS = Object.keys(HAND_USUAL) as HandKind[];
const KNOWN: TimingKnown = {
  ...{ ovens: [{ id: 1, oven: OVENS[0]! }], learned: NOTHING_LEARNED, hands: {}, room: 18 },
};
/** Hands that take so many times as long as usual at each kind of act. */
const handsOf = (times: (kind: HandKind) => number): TimingKnown => ({
  ...KNOWN,
  hands: Object.fromEntries(
    KINDS.map((kind) => [kind, { mean: HAND_USUAL[kind] * times(kind), sd: 0 }]),
  ),
});

test('property: the critical path is without a gap, from the first step to the end', () => {
  let plans = 0;
  fc.assert(
    fc.property(randomPlan, (input) => {
      const plan = planSession(input, METRIC);
      if (!plan.ok) return;
      plans += 1;
      const laid = layEvening(plan, input, KNOWN);
      const path = criticalPath(laid.steps);
      assert.equal(path[0]!.from, 0);
      assert.equal(path.at(-1)!.to, laid.ends);
      path.slice(1).forEach((step, nth) => assert.equal(step.from, path[nth]!.to));
    }),
    { numRuns: 60, seed: 3 },
  );
  assert.ok(plans > 15, `${plans} plans`);
});

test('hands nobody has seen at work: 8 in 10 evenings of such hands end in what was said', () => {
  const input = demoPlan();
  const plan = planSession(input, METRIC);
  const { low, high } = timeSession(plan, input, KNOWN).all;
  const chance = seeded(11);
  const inside = Array.from({ length: 200 }, () => {
    // Quick or slow in all they do, and each act more so or less; an evening runs as evenings do.
    const all = normal(chance, 0, 0.25);
    const known = handsOf(() => Math.max(0.2, 1 + all + normal(chance, 0, 0.25)));
    const ended = layEvening(plan, input, known).ends * (1 + normal(chance, 0, 0.06));
    return ended >= low && ended <= high;
  }).filter(Boolean).length;
  assert.ok(inside >= 156 && inside <= 186, `${inside} of 200`);
});

test('hands the shop has measured widen an evening less than those it has not', () => {
  const input = demoPlan();
  const plan = planSession(input, METRIC);
  const wide = (known: TimingKnown): number => {
    const { low, high } = timeSession(plan, input, known).all;
    return high - low;
  };
  assert.ok(wide(handsOf(() => 1)) < 0.9 * wide(KNOWN));
});

test('what comes sooner is surer; what is behind is sure, and the end is as said', () => {
  const ends = { low: 5000, mid: 6000, high: 7000 };
  assert.deepEqual(rangeAt(ends, 6000), ends);
  assert.deepEqual(rangeAt(ends, 1500), { low: 1000, mid: 1500, high: 2000 });
  assert.deepEqual(rangeAt(ends, 3000, 3000), { low: 3000, mid: 3000, high: 3000 });
  assert.deepEqual(rangeAt(ends, 6000, 3000), ends);
});

test('hands are told of by the thing: an insert however many are laid at once, a look with each cavity touched', () => {
  const times = new Map(
    Object.entries({ loaded: 24, marked: 6, cavityMarked: 12, felt: 3 }).map(([kind, count]) => [
      kind,
      { n: count, seconds: count * 4 },
    ]),
  );
  const told = Object.fromEntries(
    handLessons(times, {}).map(({ key, posterior, readings }) => [key, { ...posterior, readings }]),
  );
  const toward = (key: string, usual: number, seen: number) => {
    const { mean, sd } = told[key]!;
    assert.ok(mean > Math.min(usual, seen) && mean < Math.max(usual, seen), `${key}: ${mean}`);
    assert.ok(sd < 0.35 * usual);
  };
  toward('hand/inserted', HAND_USUAL.inserted, 4);
  // (6 + 12 + 3) · 4 s in six looks.
  toward('hand/marked', HAND_USUAL.marked, 14);
  assert.equal(told['hand/inserted']!.readings, 24);
  assert.equal(told['hand/loaded'], undefined);

  const bench = pressed('Slip eel 95', 'Moss, blush tail');
  for (let i = 0; i < 900 && !bench.events.some(({ kind }) => kind === 'loaded'); i++)
    bench.press(bench.asked()[0]!);
  const laid = bench.events.flatMap((event) =>
    event.kind === 'loaded' ? event.payload.cavities.length : [],
  );
  assert.ok(laid.length > 0);
  assert.equal(
    bench.state().handTimes.get('loaded')?.n,
    laid.reduce((sum, one) => sum + one, 0),
  );
});
