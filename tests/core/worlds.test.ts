import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { WorldCup } from '../../worlds/cup.ts';
import { fillCup, meanHeat, stepCup, stirCup } from '../../worlds/cup.ts';
import { firmAfter, freezes, meanAfter } from '../../worlds/bait.ts';
import { stepMould } from '../../worlds/metal.ts';
import { HELD_BACK, WORLDS } from '../../worlds/traits.ts';
import { World } from '../../worlds/world.ts';

const cup = (over: Partial<WorldCup> = {}): WorldCup => ({
  grams: 200,
  water: 0,
  spot: 20,
  bulk: 20,
  inner: 20,
  outer: 20,
  gain: 1,
  glass: 280,
  takes: 0.05,
  fusing: 0,
  fused: 0,
  hottest: 20,
  most: 20,
  scorched: 0,
  ledger: { in: 0, out: 0 },
  ...over,
});
const air = { room: 20, draught: 1 };

test('worlds: every joule an oven gives a cup is in plastic, glass, steam, fusing, air or bench', () => {
  fc.assert(
    fc.property(
      fc.record({
        grams: fc.integer({ min: 60, max: 400 }),
        gain: fc.double({ min: 0.2, max: 2, noNaN: true }),
        seconds: fc.integer({ min: 20, max: 160 }),
        water: fc.double({ min: 0, max: 2, noNaN: true }),
        fusing: fc.double({ min: 0, max: 15, noNaN: true }),
      }),
      ({ grams, gain, seconds, water, fusing }) => {
        const c = cup({ grams, gain, water, fusing });
        let stored = 0;
        for (let t = 0; t < 2 * (seconds + 200); t++) {
          const before = { ...c };
          // By the specific heat a step begins with: what it stores is what it took.
          const heat = grams * (1.72 + 0.0022 * (c.bulk - 20));
          stepCup(c, air, t < 2 * seconds ? 450 : 0, 0.5);
          stored +=
            heat * (meanHeat(c) - meanHeat(before)) +
            (c.glass / 2) * (c.inner - before.inner + c.outer - before.outer);
        }
        assert.ok(
          Math.abs(c.ledger.in - c.ledger.out - stored) < 1e-6 * c.ledger.in,
          `${c.ledger.in} in, ${c.ledger.out} out, ${stored} stored`,
        );
      },
    ),
    { numRuns: 60 },
  );
});

test('worlds: times are those makers know: a full cup cooks in minutes, loses some degrees a minute, and its spot runs ahead till it is stirred', () => {
  const c = cup({ grams: 240 });
  let seconds = 0;
  for (; meanHeat(c) < 177 && seconds < 900; seconds++) stepCup(c, air, 450, 1);
  assert.ok(
    seconds > 150 && seconds < 360,
    `${seconds} s of oven to fusion (handbook §2 step 7: 2 to 4 min and some bursts)`,
  );
  assert.ok(c.spot - meanHeat(c) > 6 && c.spot - meanHeat(c) < 30);
  stirCup(c);
  assert.ok(c.spot - meanHeat(c) < 3);
  const hot = meanHeat(c);
  for (let t = 0; t < 60; t++) stepCup(c, air, 0, 1);
  assert.ok(
    hot - meanHeat(c) < 18,
    `${hot - meanHeat(c)} K in the first minute, the glass being cold still`,
  );
  const later = meanHeat(c);
  for (let t = 0; t < 60; t++) stepCup(c, air, 0, 1);
  assert.ok(
    later - meanHeat(c) > 3 && later - meanHeat(c) < 12,
    `${later - meanHeat(c)} K in the next`,
  );
  for (let t = 0; t < 40_000; t++) stepCup(c, air, 0, 1);
  assert.ok(Math.abs(meanHeat(c) - 20) < 1, 'and it comes to the room');
});

test('worlds: what goes into a cup mixes by mass; a mould keeps what a shot gives but for its loss', () => {
  const c = cup({ grams: 100, bulk: 160, spot: 160 });
  fillCup(c, 100, 20, { damp: 0.001 });
  assert.ok(Math.abs(meanHeat(c) - 90) < 1e-9 && Math.abs(c.water - 0.1) < 1e-9 && c.grams === 200);
  const m = { capacity: 2000, loss: 0, across: 2, near: 30, far: 25, giving: 0, left: 8000 };
  for (let t = 0; t < 4000; t++) stepMould(m, 20, 1, 0.5);
  assert.ok(
    Math.abs((m.near + m.far) / 2 - (27.5 + 8000 / 2000)) < 0.01 && Math.abs(m.near - m.far) < 0.1,
  );
});

test('worlds: a bait firms later the thicker, hotter and warmer about it; metal that is cold, or a thin part, freezes sooner', () => {
  const bait = { across: 15, round: 2, rod: 0, hot: 1, thin: 3, metal: true };
  const firm = (over: object, shot = 160, metal = 35) =>
    firmAfter({ ...bait, ...over }, shot, metal)!;
  assert.ok(
    firm({ across: 8 }) < firm({}) &&
      firm({ round: 1 }) > firm({}) &&
      firm({ rod: 0.4 }) < firm({}) &&
      firm({ hot: 0.5 }) < 0.8 * firm({}),
  );
  assert.ok(firm({}, 150) < firm({}) && firm({}, 160, 50) > firm({}));
  assert.ok(meanAfter(bait, 160, 35, firm({})) <= 76.01);
  assert.ok(freezes(3, 160, 25) < freezes(3, 160, 40) && freezes(2, 160, 40) < freezes(3, 160, 40));
});

test('worlds: the same seeds give the same evening, whoever plays it; at least six differ, and one is held back', () => {
  assert.ok(
    WORLDS.length >= 6 &&
      new Set(WORLDS.map((w) => JSON.stringify({ ...w, name: '' }))).size === WORLDS.length &&
      !WORLDS.includes(HELD_BACK),
  );
  const run = () => {
    const w = new World(WORLDS[0]!, 'shop', 'evening');
    w.addOven('1', 900);
    w.fill('A', 200, null);
    w.burst('1', 1, ['A'], 60);
    w.pass(70);
    w.stir('A');
    return [w.heat('A'), w.read('A'), w.room];
  };
  assert.deepEqual(run(), run());
});
