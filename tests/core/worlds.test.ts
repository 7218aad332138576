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
        const other = cup({ grams, gain, water, fusing });
        let stored = 0;
        for (let time = 0; time < 2 * (seconds + 200); time++) {
          const before = { ...other };
          // By the specific heat a step begins with: what it stores is what it took.
          const heat = grams * (1.72 + 0.0022 * (other.bulk - 20));
          stepCup(other, air, time < 2 * seconds ? 450 : 0, 0.5);
          stored +=
            heat * (meanHeat(other) - meanHeat(before)) +
            (other.glass / 2) * (other.inner - before.inner + other.outer - before.outer);
        }
        assert.ok(
          Math.abs(other.ledger.in - other.ledger.out - stored) < 1e-6 * other.ledger.in,
          `${other.ledger.in} in, ${other.ledger.out} out, ${stored} stored`,
        );
      },
    ),
    { numRuns: 60 },
  );
});

test(
  'worlds: times are those makers know: a full cup cooks in minutes, loses some degrees ' +
    'a minute, and its spot runs ahead till it is stirred',
  () => {
    const other = cup({ grams: 240 });
    let seconds = 0;
    for (; meanHeat(other) < 177 && seconds < 900; seconds++) stepCup(other, air, 450, 1);
    assert.ok(
      seconds > 150 && seconds < 360,
      `${seconds} s of oven to fusion (handbook §2 step 7: 2 to 4 min and some bursts)`,
    );
    assert.ok(other.spot - meanHeat(other) > 6 && other.spot - meanHeat(other) < 30);
    stirCup(other);
    assert.ok(other.spot - meanHeat(other) < 3);
    const hot = meanHeat(other);
    for (let time = 0; time < 60; time++) stepCup(other, air, 0, 1);
    assert.ok(
      hot - meanHeat(other) < 18,
      `${hot - meanHeat(other)} K in the first minute, the glass being cold still`,
    );
    const later = meanHeat(other);
    for (let time = 0; time < 60; time++) stepCup(other, air, 0, 1);
    assert.ok(
      later - meanHeat(other) > 3 && later - meanHeat(other) < 12,
      `${later - meanHeat(other)} K in the next`,
    );
    for (let time = 0; time < 40_000; time++) stepCup(other, air, 0, 1);
    assert.ok(Math.abs(meanHeat(other) - 20) < 1, 'and it comes to the room');
  },
);

test('worlds: what goes into a cup mixes by mass; a mould keeps what a shot gives but for its loss', () => {
  const other = cup({ grams: 100, bulk: 160, spot: 160 });
  fillCup(other, 100, 20, { damp: 0.001 });
  assert.ok(
    Math.abs(meanHeat(other) - 90) < 1e-9 &&
      Math.abs(other.water - 0.1) < 1e-9 &&
      other.grams === 200,
  );
  const metal = { capacity: 2000, loss: 0, across: 2, near: 30, far: 25, giving: 0, left: 8000 };
  for (let time = 0; time < 4000; time++) stepMould(metal, 20, 1, 0.5);
  assert.ok(
    Math.abs((metal.near + metal.far) / 2 - (27.5 + 8000 / 2000)) < 0.01 &&
      Math.abs(metal.near - metal.far) < 0.1,
  );
});

test(
  'worlds: a bait firms later the thicker, hotter and warmer about it; metal that is ' +
    'cold, or a thin part, freezes sooner',
  () => {
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
    assert.ok(
      freezes(3, 160, 25) < freezes(3, 160, 40) && freezes(2, 160, 40) < freezes(3, 160, 40),
    );
  },
);

test(
  'worlds: the same seeds give the same evening, whoever plays it; at least six differ, ' +
    'and one is held back',
  () => {
    assert.ok(
      WORLDS.length >= 6 &&
        new Set(WORLDS.map((world) => JSON.stringify({ ...world, name: '' }))).size ===
          WORLDS.length &&
        !WORLDS.includes(HELD_BACK),
    );
    const run = () => {
      const world = new World(WORLDS[0]!, 'shop', 'evening');
      world.addOven('1', 900);
      world.fill('A', 200, null);
      world.burst('1', 1, ['A'], 60);
      world.pass(70);
      world.stir('A');
      return [world.heat('A'), world.read('A'), world.room];
    };
    assert.deepEqual(run(), run());
  },
);
