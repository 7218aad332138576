import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { CupHeat, Microwave } from '@/core/heat/index.ts';
import {
  afterBurst,
  after,
  handsFree,
  HANDS,
  matchCups,
  matchSideBySide,
} from '@/core/heat/index.ts';
import { seeded } from '@/core/chance.ts';

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
          const found = matchSideBySide(cups, ovens, { wanted, hands: HANDS });
          if (!found) return;
          const { bursts, draw } = found;
          const middle = draw + HANDS.draws;
          const ends = cups.map((cup, i) => {
            const going = bursts.find((burst) => burst.cup === i);
            const idle = (cupHeat: CupHeat, seconds: number) => after(cup.body, cupHeat, seconds);
            return going
              ? idle(
                  afterBurst(cup.body, idle(cup.heat, going.at), {
                    microwave: ovens[going.oven]!,
                    seconds: going.seconds,
                  }),
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
    const one = matchCups(cups, ovens[0]!, { wanted });
    const two = matchSideBySide(
      cups.map((cup) => ({ ...cup, longest: [90, 90] })),
      ovens,
      { wanted, hands: HANDS },
    );
    if (!one.ok || !two) continue;
    assert.ok(two.draw <= one.matching.draw + 6, `${two.draw} after ${one.matching.draw}`);
    if (two.draw < one.matching.draw - 5) sooner += 1;
  }
  assert.ok(sooner >= 15, `${sooner} of 30`);
});
