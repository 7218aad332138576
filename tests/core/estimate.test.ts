import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  aheadOf,
  after,
  afterBurst,
  burstOf,
  cooled,
  heated,
  estimateOf,
  newBelief,
  PRIOR,
  updated,
  withCup,
  withMass,
  withOven,
} from '@/core/heat/index.ts';
import { follower, USUAL_SETUP } from '@/core/session/index.ts';
import type { HeatNote } from '@/core/session/index.ts';
import { normal, seeded } from '@/core/chance.ts';
import { burst } from './estimateKit.ts';

const body = { plastic: 220, glass: 320, bore: 85, volume: 240, exchange: 3, room: 20 };
const start = (celsius = 160) =>
  withCup(withOven(newBelief(0), 'o', PRIOR.one), 'A', { body, celsius: { mean: celsius, sd: 1 } });

test('the estimate’s means go by the two-node model itself', () => {
  const belief = start();
  const model = {
    ...body,
    exchange: Math.exp(PRIOR.exchange.mean),
    stand: Math.exp(PRIOR.stand.mean),
    air: 1,
  };
  const heat = { plastic: 160, glass: estimateOf(belief, { of: 'glass', cup: 'A' }).mean };
  assert.ok(
    Math.abs(aheadOf(belief, 'A', 120).celsius - after(model, heat, 120).plastic) < 0.05,
    'but for its longer steps',
  );
  assert.ok(
    Math.abs(
      burstOf(belief, 'A', burst(20)).celsius -
        afterBurst(model, heat, {
          microwave: { power: 900, level: 1, cups: 1, efficiency: 0.5, dead: 2.5 },
          seconds: 20,
        }).plastic,
    ) < 0.05,
  );
});

test('the estimate recovers constants a bench of the same build was given', () => {
  const truth = { efficiency: 0.41, dead: 3.4, exchange: 4.2 };
  const chance = seeded(5);
  const real = { ...body, exchange: truth.exchange, stand: 0.2, air: 1.15 };
  let belief = start(20);
  belief = withCup(withOven(newBelief(0), 'o', PRIOR.one), 'A', {
    body,
    celsius: { mean: 20, sd: 0.5 },
  });
  let heat = { plastic: 20, glass: 20 };
  for (let i = 0; i < 40; i++) {
    const seconds = [60, 6, 25, 12][i % 4]!;
    if (heat.plastic < 180) {
      heat = afterBurst(real, heat, {
        microwave: {
          power: 900,
          level: 1,
          cups: 1,
          efficiency: truth.efficiency,
          dead: truth.dead,
        },
        seconds,
      });
      belief = heated(belief, burst(seconds));
    }
    heat = after(real, heat, 40);
    belief = cooled(belief, 40);
    belief = updated(belief, 'A', {
      celsius: heat.plastic - 0.5 + normal(chance, 0, 0.3),
      sd: 0.4,
    }).belief;
  }
  /** as near as it says it is, and surer than `sure` */
  const near = (what: Parameters<typeof estimateOf>[1], value: number, sure: number) => {
    const known = estimateOf(belief, what);
    assert.ok(
      Math.abs(known.mean - value) < 2.5 * known.sd && known.sd < sure,
      `${JSON.stringify(what)} ${known.mean} ± ${known.sd} for ${value}`,
    );
  };
  near({ of: 'efficiency', oven: 'o' }, truth.efficiency, 0.03);
  near({ of: 'dead', oven: 'o' }, truth.dead, 0.55);
  near({ of: 'exchange', cup: 'A' }, Math.log(truth.exchange), 0.35);
  assert.ok(
    estimateOf(belief, { of: 'efficiency', oven: 'o' }).sd < PRIOR.one.efficiency.sd / 3.5,
    'and knows that it does',
  );
});

test('property: a reading never makes the estimate less sure, and its spread stays a spread', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          wait: fc.integer({ min: 1, max: 200 }),
          off: fc.double({ min: -3, max: 3, noNaN: true }),
          burn: fc.integer({ min: 0, max: 30 }),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      (acts) => {
        let other = start();
        for (const { wait, off, burn } of acts) {
          other = cooled(burn > 3 ? heated(other, burst(burn)) : other, wait);
          const before = estimateOf(other, { of: 'plastic', cup: 'A' });
          const { belief, out } = updated(other, 'A', { celsius: before.mean + off, sd: 0.7 });
          if (!out)
            assert.ok(estimateOf(belief, { of: 'plastic', cup: 'A' }).sd <= before.sd + 1e-9);
          other = belief;
          other.covariance.forEach((row, i) => {
            assert.ok(row[i]! >= -1e-9);
            row.forEach((x, j) =>
              assert.ok(
                Math.abs(x - other.covariance[j]![i]!) < 1e-6 * (1 + Math.abs(x)),
                'symmetric',
              ),
            );
          });
        }
      },
    ),
    { numRuns: 40 },
  );
});

test('mixing is by mass; a reading far off is left out until another agrees with it', () => {
  const mixed = withMass(start(160), 'A', {
    grams: 260,
    volume: 280,
    added: { grams: 40, celsius: { mean: 30, sd: 1 } },
  });
  assert.ok(
    Math.abs(estimateOf(mixed, { of: 'plastic', cup: 'A' }).mean - (220 * 160 + 40 * 30) / 260) <
      1e-9,
  );
  const off = updated(start(160), 'A', { celsius: 120, sd: 0.7 });
  assert.ok(off.out);
  assert.equal(estimateOf(off.belief, { of: 'plastic', cup: 'A' }).mean, 160);
  const again = updated(off.belief, 'A', { celsius: 121, sd: 0.7, again: true });
  assert.ok(
    !again.out && Math.abs(estimateOf(again.belief, { of: 'plastic', cup: 'A' }).mean - 121.5) < 1,
  );
  assert.ok(
    Math.abs(estimateOf(again.belief, { of: 'efficiency', oven: 'o' }).mean - 0.5) < 1e-6,
    'its constants are not blamed',
  );
});

test('following notes again and again gives what following them once does; undo goes back', () => {
  const vessel = { name: 'Glass', volume: 500, bore: 85, fill: 0.9, froth: 0.5 };
  const note = (noted: object, i: number) =>
    ({ id: `n${i}`, at: 60_000 * i, ...noted }) as HeatNote;
  const notes = [
    note(
      {
        kind: 'mass',
        cup: '1',
        vessel,
        grams: 200,
        added: { grams: 200, celsius: { mean: 20, sd: 1 } },
      },
      0,
    ),
    note({ kind: 'burst', cups: ['1'], oven: 0, level: 1, seconds: 50, ended: false }, 1),
    note({ kind: 'out', cup: '1' }, 2),
    note({ kind: 'reading', cup: '1', celsius: 90, sd: 0.7, eye: false, device: false }, 3),
    note({ kind: 'burst', cups: ['1'], oven: 0, level: 1, seconds: 40, ended: false }, 4),
    note({ kind: 'reading', cup: '1', celsius: 140, sd: 7, eye: true, device: false }, 5),
  ];
  const once = follower(USUAL_SETUP)(notes, 400_000);
  const step = follower(USUAL_SETUP);
  notes.forEach((_, i) => step(notes.slice(0, i + 1), 60_000 * i + 30_000));
  assert.deepEqual(step(notes, 400_000).belief.mean, once.belief.mean);
  assert.deepEqual(
    step(notes.slice(0, 3), 150_000).belief.mean,
    follower(USUAL_SETUP)(notes.slice(0, 3), 150_000).belief.mean,
  );
  assert.ok(once.spent['1']! > 0 && once.spent['1']! < 0.2);
});
