import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Channel } from '@/core/heat/index.ts';
import {
  arriving,
  CONTACT,
  diffusivity,
  heatToReach,
  kept,
  nusselt,
  PLASTIC,
  pressureOf,
  pushed,
  reachOf,
} from '@/core/heat/index.ts';
import { viscosity } from '@/core/material/index.ts';
import { thinOfMould } from '@/core/plan/index.ts';
import { settles } from '@/core/colour/index.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';
import { near } from '../near.ts';

const HAND = pressureOf(150, [32, 32]);
const tail = (mould: (typeof MOULDS)[number], shot: number, metal: number): number => {
  const thin = thinOfMould(mould);
  return reachOf(thin, { shot, metal, pressure: HAND, contact: CONTACT, way: thin.way });
};

/**
 * Share of its heat a stream keeps: Graetz's equation marched along the channel, speed parabolic,
 * wall through a contact.
 */
function marched({ bore, length, flow }: Channel, contact: number): number {
  const [cells, radius, speed] = [60, bore / 2000, (flow * 1e-6) / (Math.PI * (bore / 2000) ** 2)];
  const dr = radius / cells;
  const alpha = diffusivity(PLASTIC);
  const heat = new Array<number>(cells).fill(1);
  const velocity = heat.map((_, i) => 2 * speed * (1 - (((i + 0.5) * dr) / radius) ** 2));
  const dx = (0.4 * dr * dr * Math.min(...velocity)) / alpha;
  const wall = 1 / (1 / contact + dr / 2 / PLASTIC.k);
  for (let x = 0; x < length / 1000; x += dx) {
    const flux = heat.map(
      (time, i) =>
        (i === cells - 1 ? wall * time : (PLASTIC.k * (time - heat[i + 1]!)) / dr) * (i + 1) * dr,
    );
    heat.forEach((time, i) => {
      heat[i] =
        time -
        ((flux[i]! - (i > 0 ? flux[i - 1]! : 0)) * dx) /
          (PLASTIC.rho * PLASTIC.c * velocity[i]! * (i + 0.5) * dr * dr);
    });
  }
  const through = heat.map((_, i) => velocity[i]! * (i + 0.5));
  return (
    heat.reduce((sum, value, i) => sum + value * through[i]!, 0) /
    through.reduce((sum, value) => sum + value, 0)
  );
}

test(
  'E24 what a stream keeps of its heat: against Graetz marched along the channel, and ' +
    'the limits of long and short',
  () => {
    near(nusselt(1e-9), 3.66, 1e-6);
    for (const channel of [
      { bore: 6, length: 40, flow: 8 },
      { bore: 12, length: 80, flow: 1 },
      { bore: 8, length: 150, flow: 1 },
      { bore: 12, length: 60, flow: 0.35 },
    ]) {
      near(kept(channel, 1500), marched(channel, 1500), 0.04, JSON.stringify(channel));
    }
    near(kept({ bore: 10, length: 1e-3, flow: 5 }), 1, 1e-3);
    assert.ok(kept({ bore: 4, length: 5000, flow: 0.5 }) < 1e-3);
  },
);

test(
  'E24 the way costs nothing where the metal is as hot as the plastic but the pressure ' +
    'of the law of Hagen and Poiseuille',
  () => {
    const way = { flow: 1, channels: [{ bore: 5, length: 100, flow: 4 }] };
    const { celsius, spent } = arriving(way, 165, 165);
    near(celsius, 165, 1e-9);
    near(spent, (128 * viscosity(165) * 4e-6 * 0.1) / (Math.PI * 0.005 ** 4), 1e-6 * spent);
    // More than the hand gives: it pushes slower, and through a hair nothing comes.
    assert.ok(pushed(way, { shot: 165, metal: 165, pressure: spent })!.flow < 1);
    assert.equal(
      pushed(
        { flow: 1, channels: [{ bore: 1, length: 400, flow: 4 }] },
        { shot: 165, metal: 165, pressure: HAND },
      ),
      null,
    );
  },
);

test('E24 a cold mould of many cavities comes short, a warm one fills; a large single cavity does not mind', () => {
  const shot = MOULDS.filter((mould) => mould.closure !== 'open');
  for (const mould of shot) {
    assert.ok(
      tail(mould, 163, mould.warmTo) > thinOfMould(mould).length,
      `${mould.name} fills at its own heat`,
    );
  }
  const many = shot.filter((mould) => mould.feed === 'runner' && mould.cavities.length >= 8);
  assert.ok(many.length >= 4);
  for (const mould of many.filter((mould) => mould.makes === 'bait')) {
    assert.ok(tail(mould, 145, 20) < thinOfMould(mould).length, `${mould.name} at 145° into 20°`);
    const wants = heatToReach(thinOfMould(mould), thinOfMould(mould).length, {
      metal: 20,
      pressure: HAND,
      contact: CONTACT,
      way: thinOfMould(mould).way,
    });
    // The trade: 5 to 10 °C more for a cold mould, or warm it.
    assert.ok(wants !== null && wants > 145 && wants < 170, `${mould.name}: ${wants}`);
  }
  for (const mould of shot.filter((mould) => mould.cavities.length <= 2))
    assert.ok(tail(mould, 150, 20) > thinOfMould(mould).length, mould.name);
});

test(
  'E24 property: never farther in colder metal, with a cooler shot, after a longer way, ' +
    'or among more cavities',
  () => {
    const drawn = fc.record({
      across: fc.double({ min: 1, max: 4, noNaN: true }),
      shot: fc.integer({ min: 135, max: 180 }),
      metal: fc.integer({ min: 5, max: 70 }),
      flow: fc.double({ min: 0.3, max: 8, noNaN: true }),
      body: fc.integer({ min: 10, max: 150 }),
    });
    fc.assert(
      fc.property(drawn, ({ across, shot, metal, flow, body }) => {
        const reach = (
          over: { shot?: number; metal?: number; body?: number; flow?: number } = {},
        ) =>
          reachOf(
            { shape: 'round', across },
            {
              shot: over.shot ?? shot,
              metal: over.metal ?? metal,
              pressure: HAND,
              contact: CONTACT,
              way: {
                flow: over.flow ?? flow,
                channels: [{ bore: 10, length: over.body ?? body, flow: over.flow ?? flow }],
              },
            },
          );
        const one = reach();
        const hair = 1e-6 + 1e-3 * one;
        assert.ok(
          reach({ shot: shot + 8 }) >= one - hair &&
            reach({ metal: metal + 8 }) >= one - hair &&
            reach({ body: body * 1.5 }) <= one + hair &&
            reach({ flow: flow / 1.5 }) <= one + hair,
        );
        assert.ok(
          one <= reachOf({ shape: 'round', across }, { shot, metal, pressure: HAND }) + hair,
          'the way never helps',
        );
      }),
      { numRuns: 40 },
    );
  },
);

test(
  'E24 settling: the closed form at one heat; a cup that cools settles slower, and what ' +
    'stands set does not settle',
  () => {
    // Stokes, hindered: v = Δρ g d² / 18 μ × (1 − φ)^4.65; a tenth of 60 mm.
    const value = ((1230 * 9.80665 * 0.0002 ** 2) / (18 * viscosity(165))) * 0.98 ** 4.65;
    near(settles(60, { celsius: () => 165, share: 0.02 })!, 0.006 / value, 1);
    const cooling = settles(60, { celsius: (seconds) => 165 - seconds / 6, share: 0.02 })!;
    // μ doubles every 14 K, so every 84 s of this: ∫ 2^(−t/84) dt = 6 mm / v.
    near(cooling, (-84 * Math.log(1 - (0.006 / value) * (Math.LN2 / 84))) / Math.LN2, 1.5);
    assert.equal(settles(60, { celsius: (seconds) => 120 - seconds / 2, share: 0.02 }), null);
  },
);
