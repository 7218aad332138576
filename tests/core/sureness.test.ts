import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  estimateOf,
  INSTRUMENTS,
  instrumentPrior,
  NOTHING_LEARNED,
  sharedPrior,
  waterBoils,
} from '@/core/heat/index.ts';
import type { HeatNote } from '@/core/session/index.ts';
import { follower, spreadScale, USUAL_SETUP } from '@/core/session/index.ts';
import { normal, seeded } from '@/core/chance.ts';
import { near } from '../near.ts';

test(
  'calibration: spreads that are half of what they should be are doubled, right ones ' +
    'are left, by what readings were off',
  () => {
    const chance = seeded(3);
    const told = (sd: number, count = 400) => ({
      missed: {
        told: count,
        inside: 0,
        spreads: Array.from({ length: count }, () =>
          // One look in a hundred is of nothing: the range eight in ten lie in hardly minds it.
          chance() < 0.01 ? 4 : Math.min(4, Math.abs(normal(chance, 0, sd))),
        ).reduce((sum, value) => sum + value, 0),
      },
    });
    assert.ok(Math.abs(spreadScale(told(1), NOTHING_LEARNED) - 1) < 0.08);
    assert.ok(Math.abs(spreadScale(told(1.8), NOTHING_LEARNED) - 1.75) < 0.12);
    assert.equal(spreadScale({ missed: { told: 0, inside: 0, spreads: 0 } }, NOTHING_LEARNED), 1);
    const known = { ...NOTHING_LEARNED, calibration: { mean: 1.5, sd: 0.1 } };
    assert.equal(spreadScale({ missed: { told: 0, inside: 0, spreads: 0 } }, known), 1.5);
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
        const [steadyOff, growing] = [
          normal(chance, 0, steady),
          normal(chance, grows.mean, grows.sd),
        ];
        const known = instrumentPrior(reads, {
          shown:
            at + steadyOff + share * (growing + normal(chance, 0, evening)) + normal(chance, 0, 1),
          true: at,
        });
        if (
          Math.abs(steadyOff + growing + normal(chance, 0, evening) - known.mean) <=
          1.2816 * known.sd
        )
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
  'a gun’s offset is in what it says of clear plastic, not of milk; what comes against all that ' +
    'was expected is believed with it taken off',
  () => {
    const milk = { mean: 60, sd: 25 };
    const charge = (celsius: { mean: number; sd: number }): HeatNote => ({
      id: 'a',
      at: 0,
      kind: 'mass',
      cup: 'A',
      vessel: null,
      grams: 220,
      added: { grams: 220, celsius, from: { spent: 0 } },
    });
    const reading = (id: string, at: number, celsius: number): HeatNote => {
      return { id, at, kind: 'reading', cup: 'A', celsius, sd: 0.7, eye: false, device: false };
    };
    const believed = (reads: 'probe' | 'infrared', notes: HeatNote[]): number => {
      const { belief } = follower({ ...USUAL_SETUP, reads })(notes, notes.at(-1)!.at);
      return estimateOf(belief, { of: 'plastic', cup: 'A' }).mean;
    };
    const off = instrumentPrior('infrared').mean;
    near(believed('infrared', [charge(milk), reading('b', 1000, 70)]), 70, 0.5);
    near(believed('probe', [charge(milk), reading('b', 1000, 70)]), 71, 0.5);
    const clear = [charge({ mean: 160, sd: 25 }), reading('b', 1000, 155)];
    near(believed('infrared', clear), 155 - off, 1);
    // Against all that was expected, and hotter: believed at once, as the gun reads.
    const sure = [charge({ mean: 160, sd: 1 }), reading('b', 1000, 188)];
    near(believed('infrared', sure), 188 - off, 0.5);
  },
);
