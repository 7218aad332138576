import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { CupHeat, Microwave } from '@/core/heat/index.ts';
import {
  afterBurst,
  after,
  handsFree,
  HANDS,
  INSTRUMENTS,
  instrumentPrior,
  learnEven,
  matchCups,
  matchSideBySide,
  NOTHING_LEARNED,
  shareShort,
  sharedPrior,
  TEARS,
  tearsAt,
  warmingPays,
  waterBoils,
  worthWaiting,
} from '@/core/heat/index.ts';
import { spreadScale } from '@/core/session/index.ts';
import { chanceOfEnough, baitsToShoot, learnedShare } from '@/core/yield/index.ts';
import { normal, seeded } from '@/core/chance.ts';

const body = (plastic: number) => ({
  plastic,
  glass: 320,
  bore: 85,
  volume: plastic,
  exchange: 3,
  room: 20,
});
const ovens: Microwave[] = [
  { power: 900, level: 1, cups: 1, efficiency: 0.5, dead: 2.5 },
  { power: 700, level: 1, cups: 1, efficiency: 0.5, dead: 2.5 },
];
const wanted = { low: 158, high: 168, apart: 4, ceiling: 195 };

test(
  'two ovens: as the model carries it through, every cup is in the window and near the ' +
    'others at the draw, one pair of hands at a time',
  () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            heat: fc.integer({ min: 120, max: 182 }),
            grams: fc.integer({ min: 90, max: 300 }),
          }),
          { minLength: 2, maxLength: 3 },
        ),
        (all) => {
          const cups = all.map((part) => ({
            body: body(part.grams),
            heat: { plastic: part.heat, glass: part.heat - 20 },
            longest: [75, 75],
          }));
          const found = matchSideBySide(cups, ovens, wanted, HANDS);
          if (!found) return;
          const { bursts, draw } = found;
          const middle = draw + HANDS.draws;
          const ends = cups.map((cup, i) => {
            const going = bursts.find((burst) => burst.cup === i);
            const idle = (cupHeat: CupHeat, seconds: number) => after(cup.body, cupHeat, seconds);
            return going
              ? idle(
                  afterBurst(cup.body, idle(cup.heat, going.at), ovens[going.oven]!, going.seconds),
                  middle - going.at - going.seconds,
                ).plastic
              : idle(cup.heat, middle).plastic;
          });
          assert.ok(
            Math.max(...ends) <= wanted.high + 0.6 &&
              Math.min(...ends) >= wanted.low - 0.6 &&
              Math.max(...ends) - Math.min(...ends) <= wanted.apart + 0.6,
            ends.join(' '),
          );
          for (const burst of bursts)
            assert.ok(
              after(cups[burst.cup]!.body, cups[burst.cup]!.heat, burst.at).plastic <=
                wanted.high + 0.1,
              'what is over the window is left alone',
            );
          // An oven holds one cup, hands do one thing, and all is stirred by the draw.
          for (const burst of bursts)
            for (const going of bursts)
              if (burst !== going && burst.oven === going.oven && burst.at <= going.at)
                assert.ok(going.at >= burst.at + burst.seconds + HANDS.stir + HANDS.change);
          bursts.forEach((burst, i) =>
            assert.ok(i === 0 || burst.at >= bursts[i - 1]!.at + HANDS.change),
          );
          assert.ok(handsFree(bursts, HANDS) <= draw);
        },
      ),
      { numRuns: 60 },
    );
  },
);

test('two ovens are no slower than one, but for the grid they are looked for on, and mostly sooner', () => {
  const chance = seeded(5);
  let sooner = 0;
  for (let count = 0; count < 30; count++) {
    const cups = Array.from({ length: 2 + (count % 2) }, () => ({
      body: body(100 + 150 * chance()),
      heat: { plastic: 135 + 20 * chance(), glass: 120 },
    }));
    const one = matchCups(cups, ovens[0]!, wanted);
    const two = matchSideBySide(
      cups.map((cup) => ({ ...cup, longest: [90, 90] })),
      ovens,
      wanted,
      HANDS,
    );
    if (!one.ok || !two) continue;
    assert.ok(two.draw <= one.matching.draw + 6, `${two.draw} after ${one.matching.draw}`);
    if (two.draw < one.matching.draw - 5) sooner += 1;
  }
  assert.ok(sooner >= 15, `${sooner} of 30`);
});

test(
  'opening: with nothing unknown the best moment is where a second costs what the baits ' +
    'it saves are worth',
  () => {
    const known = { mean: 0, sd: 1e-9 };
    const [reckoned, baits, each] = [150, 8, 45];
    const best = worthWaiting(reckoned, known, baits, each);
    // d/dx of reckoned e^x + baits × each × 1/(1 + e^z) is nothing: reckoned e^x = baits × each × p
    // (1 − p) / scale.
    const tears = tearsAt(best, known);
    const slope = (x: number) =>
      reckoned * Math.exp(x) -
      (baits * each * tearsAt(x, known) * (1 - tearsAt(x, known))) / TEARS.scale;
    assert.ok(slope(best - 0.02) < 0 && slope(best + 0.02) > 0 && tears < 0.06, `${best} ${tears}`);
    assert.ok(worthWaiting(reckoned, known, 24, each) > best, 'more baits at stake, longer');
    assert.ok(worthWaiting(600, known, baits, each) < best, 'dearer waiting, sooner');
  },
);

test(
  'opening: a mould whose baits are firm long before they are reckoned to be is opened ' +
    'sooner shot by shot, and loses few on the way',
  () => {
    for (const truth of [-0.9, -0.6, -0.2]) {
      const chance = seeded(11);
      let known = { mean: 0, sd: 0.27 };
      const tried: { x: number; share: number; baits: number }[] = [];
      let torn = 0;
      for (let shot = 0; shot < 12; shot++) {
        const x = worthWaiting(150, known, 8, 45);
        let lost = 0;
        for (let i = 0; i < 8; i++)
          if (chance() < 1 / (1 + Math.exp((x - truth) / TEARS.scale))) lost += 1;
        torn += lost;
        tried.push({ x, share: lost / 8, baits: 8 });
        const even = learnEven({ mean: TEARS.even, sd: 0.27 }, -TEARS.scale, tried, 8);
        known = { mean: even.mean - TEARS.even, sd: even.sd };
      }
      const last = tried.at(-1)!.x;
      assert.ok(
        torn <= 12 && last > truth && last < Math.max(truth + 0.5, 0.25),
        `even odds at ${truth}: opened at ${last}, ${torn} of 96 torn`,
      );
      if (truth === -0.9) assert.ok(last < -0.2, `${last}`);
    }
  },
);

test(
  'metal: the colder the more come short, half of them at its even odds; warming pays ' +
    'only where it saves more than it takes',
  () => {
    assert.equal(shareShort(12, 12), 0.5);
    assert.ok(shareShort(0) < 0.01 && shareShort(30) > 0.99);
    assert.ok(
      !warmingPays(-3, 15, 24, 60, 30) &&
        !warmingPays(4, 15, 8, 45, 60) &&
        warmingPays(12, 15, 8, 45, 60),
    );
  },
);

test(
  'calibration: spreads that are half of what they should be are doubled, right ones ' +
    'are left, by what readings were off',
  () => {
    const chance = seeded(3);
    const told = (sd: number, count = 400) => ({
      missed: {
        told: count,
        inside: 0,
        squares: Array.from({ length: count }, () =>
          Math.min(16, normal(chance, 0, sd) ** 2),
        ).reduce((sum, value) => sum + value, 0),
      },
    });
    assert.ok(Math.abs(spreadScale(told(1), NOTHING_LEARNED) - 1) < 0.08);
    assert.ok(Math.abs(spreadScale(told(1.8), NOTHING_LEARNED) - 1.75) < 0.15);
    assert.equal(spreadScale({ missed: { told: 0, inside: 0, squares: 0 } }, NOTHING_LEARNED), 1);
    assert.equal(
      spreadScale(
        { missed: { told: 0, inside: 0, squares: 0 } },
        { ...NOTHING_LEARNED, calibration: { mean: 1.6, sd: 0.1 } },
      ),
      1.6,
    );
  },
);

test(
  'an instrument that was checked: what is reckoned of it holds eight times in ten, ' +
    'better known the hotter it was checked; water tells nothing of a gun’s gloss',
  () => {
    const chance = seeded(12);
    for (const [reads, at] of [
      ['probe', 100],
      ['probe', 165],
      ['infrared', 160],
    ] as const) {
      const { steady, grows, evening } = INSTRUMENTS[reads];
      const share = (at - 20) / 145;
      let inside = 0;
      for (let count = 0; count < 3000; count++) {
        const [c, p] = [normal(chance, 0, steady), normal(chance, grows.mean, grows.sd)];
        const known = instrumentPrior(reads, {
          shown: at + c + share * (p + normal(chance, 0, evening)) + normal(chance, 0, 1),
          true: at,
        });
        if (Math.abs(c + p + normal(chance, 0, evening) - known.mean) <= 1.2816 * known.sd)
          inside += 1;
      }
      assert.ok(Math.abs(inside / 3000 - 0.8) < 0.025, `${reads} at ${at}°: ${inside / 3000}`);
    }
    const [not, water, hot] = [
      instrumentPrior('probe'),
      instrumentPrior('probe', { shown: 97, true: 100 }),
      instrumentPrior('probe', { shown: 160, true: 165 }),
    ];
    assert.ok(
      not.sd > 1.9 &&
        water.sd < 0.8 * not.sd &&
        hot.sd < 0.95 * water.sd &&
        water.mean < -2.5 &&
        hot.mean < -3.3,
      JSON.stringify([not, water, hot]),
    );
    const bad = instrumentPrior('probe', { shown: 152, true: 160 });
    assert.ok(Math.abs(bad.mean + 8) < 1, `one of a bad make is known by its check: ${bad.mean}`);
    assert.ok(
      instrumentPrior('infrared', { shown: 98, true: 100 }).sd >
        0.85 * instrumentPrior('infrared').sd,
    );
    assert.deepEqual(
      sharedPrior(NOTHING_LEARNED, 'infrared').instrument,
      instrumentPrior('infrared'),
    );
    // Published boiling points of water: 100 °C at the sea, 95 at about 1,500 m, 90 at about 3,000 m.
    for (const [metres, boils] of [
      [0, 100],
      [1500, 95],
      [3000, 90],
    ] as const)
      assert.ok(Math.abs(waterBoils(metres) - boils) < 0.4, `${waterBoils(metres)}`);
  },
);

test(
  'the share that comes good: the shop’s guess without a record, its record in the end, ' +
    'in between both; other moulds tell a little',
  () => {
    const guess = { share: 0.92, strength: 20 };
    const of = { mould: 1, build: 'dual', stage: 'body' };
    const evening = (mould: number, good: number, shot: number) => ({ ...of, mould, good, shot });
    assert.ok(Math.abs(learnedShare(guess, [], of).share - 0.92) < 1e-9);
    const much = learnedShare(
      guess,
      Array.from({ length: 60 }, () => evening(1, 24, 40)),
      of,
    );
    assert.ok(Math.abs(much.share - 0.6) < 0.02, `${much.share}`);
    const little = learnedShare(guess, [evening(1, 24, 40)], of).share;
    assert.ok(little < 0.9 && little > 0.6);
    const others = learnedShare(guess, [evening(2, 24, 40), evening(3, 20, 40)], of).share;
    assert.ok(others < 0.9 && others > little - 0.15);
    // Another build tells of the shop, a little: the guess goes down with it, and one for a harder
    // stage from where it was.
    const other = (good: number) =>
      [1, 2, 3].map((count) => ({ ...evening(count, good, 40), build: 'single' }));
    const bad = learnedShare(guess, other(24), of).share;
    assert.ok(bad < 0.85 && bad > 0.65, `${bad}`);
    assert.ok(learnedShare({ share: 0.8, strength: 20 }, other(24), of, 0.92).share < bad - 0.1);
    assert.ok(
      Math.abs(learnedShare({ share: 0.8, strength: 20 }, other(37), of, 0.925).share - 0.8) < 1e-9,
      'as the rule has it: no change',
    );
  },
);

test(
  'enough is enough in 8 of 10, where 8 of 10 was chosen: evenings that differ as ' +
    'evenings do, baits of one evening alike',
  () => {
    const chance = seeded(21);
    const of = { mould: 1, build: 'dual', stage: 'body' };
    const beta = (share: number, strength: number): number => {
      // Sums of exponentials: a gamma of whole shape.
      const gamma = (index: number) =>
        Array.from(
          { length: Math.max(1, Math.round(index)) },
          () => -Math.log(1 - chance()),
        ).reduce((sum, value) => sum + value, 0);
      const [a, b] = [gamma(share * strength), gamma((1 - share) * strength)];
      return a / (a + b);
    };
    let met = 0;
    const N = 400;
    for (let shop = 0; shop < N; shop++) {
      const share = 0.6 + 0.3 * chance();
      const come = (count: number) => {
        const p = beta(share, 24);
        return Array.from({ length: count }, () => chance() < p).filter(Boolean).length;
      };
      const record = Array.from({ length: 6 }, () => ({ ...of, good: come(40), shot: 40 }));
      const guess = learnedShare({ share: 0.92, strength: 20 }, record, of);
      const shot = baitsToShoot(30, guess, 0.8)!;
      assert.ok(chanceOfEnough(30, shot, guess) >= 0.8);
      if (come(shot) >= 30) met += 1;
    }
    assert.ok(met / N > 0.74 && met / N < 0.9, `${met} of ${N}`);
  },
);
