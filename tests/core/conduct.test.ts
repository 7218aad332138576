import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Section } from '@/core/heat/index.ts';
import {
  bodyHeatFor,
  conduct,
  contactHeat,
  diffusivity,
  jointChance,
  MOULD_MATERIAL,
  outsideOf,
  PLASTIC,
  whenToOpen,
} from '@/core/heat/index.ts';
import { near } from '../near.ts';

const alpha = diffusivity(PLASTIC);

// Carslaw & Jaeger §3.3 and §7.6: zeros of J0 and J1 there (Abramowitz & Stegun, table 9.5).
const ZEROS: [number, number][] = [
  [2.4048255577, 0.5191474973],
  [5.5200781103, -0.3402648065],
  [8.6537279129, 0.2714522999],
  [11.7915344391, -0.2324598314],
  [14.9309177086, 0.2065464331],
  [18.0710639679, -0.187728803],
  [21.2116366299, 0.1732658942],
  [24.3524715308, -0.1617015507],
];
const slab = (fo: number) => {
  let mean = 0;
  let centre = 0;
  for (let count = 0; count < 200; count++) {
    const root = (2 * count + 1) * Math.PI;
    const share = Math.exp((-root * root * fo) / 4);
    mean += (8 / (root * root)) * share;
    centre += ((count % 2 ? -4 : 4) / root) * share;
  }
  return { mean, centre };
};
const round = (fo: number) =>
  ZEROS.reduce(
    (made, [zeroKey, zero]) => ({
      mean: made.mean + (4 / (zeroKey * zeroKey)) * Math.exp(-zeroKey * zeroKey * fo),
      centre: made.centre + (2 / (zeroKey * zero)) * Math.exp(-zeroKey * zeroKey * fo),
    }),
    { mean: 0, centre: 0 },
  );

test('slab and round bar held at the wall: mean and middle agree with the series to 0.1 % of (T0 − Tm)', () => {
  for (const [shape, series, across] of [
    ['slab', slab, 10],
    ['round', round, 12],
  ] as const) {
    const half = across / 2000;
    const run = conduct(
      { shape, across, layers: [{ upTo: 1, celsius: 1 }], outside: { kind: 'fixed', celsius: 0 } },
      (half * half * 1.2) / alpha,
    );
    let worst = 0;
    run.at.forEach((time, i) => {
      const fo = (alpha * time) / (half * half);
      if (fo < 0.04) return;
      worst = Math.max(
        worst,
        Math.abs(run.mean[i]! - series(fo).mean),
        Math.abs(run.centre[i]! - series(fo).centre),
      );
    });
    assert.ok(run.at.length > 60 && worst < 1e-3, `${shape}: ${worst}`);
  }
});

test('two bodies in perfect contact meet at the heat their effusivities say, at once and for a while', () => {
  const run = conduct(
    {
      shape: 'slab',
      across: 40,
      layers: [{ upTo: 1, celsius: 165 }],
      outside: { kind: 'poor', celsius: 25, stuff: MOULD_MATERIAL.gypsum, contact: 1e9 },
    },
    4,
    undefined,
    800,
  );
  near(
    (run.skin.at(-1)! + run.metal.at(-1)!) / 2,
    contactHeat(165, 25, PLASTIC, MOULD_MATERIAL.gypsum),
    0.6,
  );
  near(contactHeat(180, 30), 105, 1e-12);
});

test('a layered section: a coarse grid agrees with a fine one, and energy is kept to 0.1 %', () => {
  for (const outside of [
    { kind: 'metal', celsius: 40, capacity: 9000, loss: 12, room: 18 },
    { kind: 'poor', celsius: 25, stuff: MOULD_MATERIAL.silicone },
  ] as Section['outside'][]) {
    const section: Section = {
      shape: 'slab',
      across: 14,
      layers: [
        { upTo: 0.4, celsius: 182 },
        { upTo: 1, celsius: 40 },
      ],
      outside,
    };
    const [coarse, fine] = [conduct(section, 240), conduct(section, 240, undefined, 480)];
    near(coarse.mean.at(-1)!, fine.mean.at(-1)!, 0.14);
    near(coarse.centre.at(-1)!, fine.centre.at(-1)!, 0.14);
    const whole = coarse.energy[0]!;
    for (const energy of coarse.energy) near(energy, whole, 1e-3 * Math.abs(whole));
  }
});

test(
  'time to open, against the trade’s: 6 mm slab about a minute, 15 mm five to six, 15 ' +
    'mm round two and a half, at a 45 °C mould',
  () => {
    const at = (shape: 'slab' | 'round', across: number) =>
      whenToOpen({
        shape,
        across,
        layers: [{ upTo: 1, celsius: 165 }],
        outside: { kind: 'metal', celsius: 45, capacity: 1e7, loss: 0, room: 20 },
      });
    near(at('slab', 6).open!, 60, 12);
    const thick = at('slab', 15);
    assert.ok(thick.open! > 290 && thick.open! < 366, String(thick.open));
    near(at('round', 15).open!, 150, 20);
    assert.ok(
      thick.centre <= 100.01 && thick.hands === null,
      'a 45 °C mould never lets it under 45',
    );
    // Warmer moulds, thicker baits and hotter shots all wait longer; slow moulds longest.
    assert.ok(at('slab', 8).open! > at('slab', 6).open!);
    const poor = whenToOpen({
      shape: 'round',
      across: 15,
      layers: [{ upTo: 1, celsius: 165 }],
      outside: outsideOf('silicone', { celsius: 25, mass: 400, baitArea: 0.01, room: 20 }),
    });
    assert.ok(poor.open! > at('round', 15).open!);
  },
);

test('a mould so warm that a bait never sets in it is said so', () => {
  assert.equal(
    whenToOpen({
      shape: 'slab',
      across: 12,
      layers: [{ upTo: 1, celsius: 165 }],
      outside: { kind: 'fixed', celsius: 80 },
    }).open,
    null,
  );
});

test('joint: 80 in 100 wants a body of 182 °C on an insert at 25, 187 on 20, 167 on 40', () => {
  for (const [insert, body] of [
    [25, 182],
    [20, 187],
    [40, 167],
  ] as const) {
    near(bodyHeatFor(insert), body, 0.5);
    near(jointChance(bodyHeatFor(insert), insert), 0.8, 1e-12);
  }
  near(jointChance(175, 25), 0.5, 1e-12);
});
