import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { seeded } from '@/core/chance.ts';
import { pareto, pChart } from '@/core/yield/index.ts';
import { near } from '../near.ts';

/** Chips that failed of 50 on each of 30 wafers: NIST/SEMATECH e-Handbook, 6.3.3.2. */
const WAFERS = [
  12, 15, 8, 10, 4, 7, 16, 9, 14, 10, 5, 6, 17, 12, 22, 8, 10, 5, 13, 11, 20, 18, 24, 15, 9, 12, 7,
  13, 9, 6,
];

test('the p-chart of the handbook’s wafers: middle 0.2313, limits 0.0524 and 0.4102, two above', () => {
  const { mean, points } = pChart(WAFERS.map((bad) => ({ shot: 50, bad })));
  near(mean, 0.2313, 5e-5);
  for (const { low, high } of points) {
    near(low, 0.0524, 5e-5);
    near(high, 0.4102, 5e-5);
  }
  assert.deepEqual(
    points.flatMap(({ tells }, nth) => (tells ? [[nth + 1, tells]] : [])),
    [
      [15, 'above'],
      [23, 'above'],
    ],
  );
});

test('property: limits are of each sample’s own size; a run of eight tells, seven do not', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          shot: fc.integer({ min: 1, max: 300 }),
          of: fc.double({ min: 0, max: 1, noNaN: true }),
        }),
        { minLength: 1, maxLength: 40 },
      ),
      (all) => {
        const samples = all.map(({ shot, of }) => ({ shot, bad: Math.floor(of * shot) }));
        const { mean, points } = pChart(samples);
        for (const [nth, { low, high, share }] of points.entries()) {
          assert.ok(0 <= low && low <= mean && mean <= high && high <= 1);
          near(share, samples[nth]!.bad / samples[nth]!.shot, 1e-12);
          const larger = points.find((_, at) => samples[at]!.shot > samples[nth]!.shot);
          if (larger) assert.ok(larger.high - larger.low <= high - low + 1e-12);
        }
      },
    ),
  );
  const runs = (many: number) =>
    pChart(
      [...Array.from({ length: many }, () => 22), ...Array.from({ length: many }, () => 18)].map(
        (bad) => ({ shot: 100, bad }),
      ),
    ).points.filter(({ tells }) => tells?.startsWith('run')).length;
  assert.equal(runs(7), 0);
  assert.equal(runs(8), 2);
  assert.deepEqual(pChart([]), { mean: 0, points: [] });
});

test('of steady shops hardly a session is called out, of one that doubles its faults soon one is', () => {
  const chance = seeded(11);
  const bad = (shot: number, share: number) =>
    Array.from({ length: shot }, chance).filter((draw) => draw < share).length;
  let [called, sessions] = [0, 0];
  for (let shops = 0; shops < 300; shops++) {
    const samples = Array.from({ length: 30 }, () => {
      const shot = 20 + Math.floor(100 * chance());
      return { shot, bad: bad(shot, 0.12) };
    });
    called += pChart(samples).points.filter(({ tells }) => tells === 'above').length;
    sessions += samples.length;
  }
  // Three spreads above a binomial of these sizes: by its exact tail some 2 to 4 in a thousand.
  assert.ok(called / sessions < 0.006, `${called} of ${sessions}`);
  let found = 0;
  for (let shops = 0; shops < 200; shops++) {
    const samples = Array.from({ length: 30 }, (_, nth) => ({
      shot: 80,
      bad: bad(80, nth < 24 ? 0.12 : 0.3),
    }));
    if (
      pChart(samples)
        .points.slice(24)
        .some(({ tells }) => tells !== null)
    )
      found += 1;
  }
  assert.ok(found / 200 > 0.9, `${found} of 200`);
});

test('property: faults in their order, shares that end at one, a cavity named only beyond an even share', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          fault: fc.constantFrom('short', 'dented', 'torn'),
          cavity: fc.integer({ min: 1, max: 8 }),
          count: fc.integer({ min: 1, max: 30 }),
        }),
        { minLength: 1, maxLength: 24 },
      ),
      (raw) => {
        const counts = [...new Map(raw.map((one) => [`${one.fault}${one.cavity}`, one])).values()];
        const rows = pareto(counts, 8);
        near(rows.at(-1)!.upTo, 1, 1e-9);
        for (const [nth, { fault, count, mostly }] of rows.entries()) {
          assert.ok(nth === 0 || count <= rows[nth - 1]!.count);
          const own = counts.filter((one) => one.fault === fault);
          assert.equal(
            count,
            own.reduce((sum, one) => sum + one.count, 0),
          );
          if (mostly) {
            assert.equal(mostly.count, Math.max(...own.map((one) => one.count)));
            assert.ok(mostly.count >= count / 4);
          }
        }
        assert.ok(pareto(counts, null).every(({ mostly }) => mostly === null));
        // Bait by bait it is the same.
        const baits = counts.flatMap((one) =>
          Array.from({ length: one.count }, () => ({ ...one, count: 1 })),
        );
        assert.deepEqual(pareto(baits, 8), rows);
      },
    ),
  );
  const [short] = pareto(
    [
      { fault: 'short', cavity: 6, count: 22 },
      { fault: 'short', cavity: 2, count: 16 },
    ],
    8,
  );
  assert.deepEqual(short!.mostly, { cavity: 6, count: 22 });
  // Of faults that fall anywhere a cavity is named hardly ever: two of six are nearly always in one.
  const chance = seeded(11);
  let named = 0;
  for (let shop = 0; shop < 2000; shop++) {
    const count = 6 + Math.floor(40 * chance());
    const all = Array.from({ length: count }, () => ({
      ...{ fault: 'short', cavity: 1 + Math.floor(8 * chance()), count: 1 },
    }));
    if (pareto(all, 8)[0]!.mostly) named += 1;
  }
  assert.ok(named <= 0.015 * 2000, `named in ${named} of 2000`);
});
