import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  cooled,
  HANDS,
  heated,
  heatOf,
  newBelief,
  planMatch,
  PRIOR,
  reset,
  safeBurst,
  withCup,
  withOven,
} from '@/core/heat/index.ts';
import { METRIC, spoken } from '@/core/quantity/index.ts';
import { planSentence } from '@/core/session/advise/words.ts';
import { benchOn } from '../bench.ts';
import { snapshot, text } from './adviseKit.ts';
import { burst, use } from './estimateKit.ts';

const CEILING = 199;
/** On to inserts: a window safe bursts reach only from near it. */
const wanted = { low: 182, high: 191, apart: 30 };
const KNOWN = { efficiency: { mean: PRIOR.one.efficiency.mean, sd: 0.02 }, dead: PRIOR.one.dead };

/** A cup of so much at a heat, hardly cooler in its glass, in an oven the shop knows. */
function cupAt(grams: number, celsius: number) {
  const body = {
    plastic: grams,
    glass: 320,
    bore: 85,
    volume: grams / 0.93,
    exchange: 3,
    room: 20,
  };
  const mean = { mean: celsius, sd: 0.7 };
  const belief = withCup(withOven(newBelief(0), 'o', KNOWN), 'A', { body, celsius: mean });
  return reset(belief, 'A', mean, { mean: 12, sd: 4 });
}

test('a cup one safe burst leaves under its window is heated, stirred and heated again, each time safely', () => {
  let twice = 0;
  for (const grams of [150, 200, 250, 300, 400])
    for (let celsius = 160; celsius <= 180; celsius += 2) {
      const begun = cupAt(grams, celsius);
      const { bursts, look, at } = planMatch(begun, ['A'], {
        uses: [use],
        wanted,
        ceilings: [CEILING],
      });
      if (bursts.length < 2) continue;
      twice += 1;
      assert.equal(look, null);
      let belief = begun;
      const drawn: number[] = [];
      for (const { seconds } of bursts) {
        belief = cooled(belief, HANDS.change);
        assert.ok(seconds <= safeBurst(belief, { ...use, cups: ['A'] }, CEILING) + 1);
        belief = cooled(heated(belief, burst(seconds)), HANDS.stir);
        drawn.push(heatOf(cooled(belief, HANDS.draws), 'A').celsius);
      }
      assert.ok(drawn[0]! < wanted.low, `${grams} g at ${celsius}°: one burst would do`);
      assert.ok(drawn[1]! >= drawn[0]! + 1.5, `${grams} g at ${celsius}°: ${drawn.join(', ')}`);
      assert.ok(Math.abs(drawn[1]! - at[0]!.celsius) < 1.5);
      assert.ok(at[0]!.celsius <= wanted.high + 0.5);
    }
  assert.ok(twice >= 5, `${twice} cups`);
});

test('the stir before a burst is no waiting', () => {
  const { state } = benchOn(snapshot());
  const [first, stirred] = [HANDS.change, HANDS.stir + HANDS.change];
  const bursts = [
    { cup: 0, seconds: 12, oven: 0, at: first },
    { cup: 0, seconds: 6, oven: 0, at: first + 12 + stirred },
  ];
  const at = [{ celsius: 184, sd: 2, low: 181, high: 187 }];
  const plan = {
    ...{ bring: { bursts, at, wait: 0, look: null, sure: 0.6, seconds: 48, why: null } },
    ...{ cups: [text], at: 0, ovens: [{ id: 1, level: 1 }], within: 30 },
  };
  const said = (first: number) =>
    spoken(
      planSentence(state(), plan, { done: 1, now: 1000 * (HANDS.change + 12), first }),
      METRIC,
    );
  assert.match(said(HANDS.stir), /^A 6 s/);
  assert.match(said(0), /^wait 0:10; A 6 s/);
});
