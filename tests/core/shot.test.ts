import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Block, Injector } from '@/core/build/index.ts';
import { density } from '@/core/material/index.ts';
import { cavityVolume, roughVolume } from '@/core/mould/index.ts';
import type { CupSpec, Flow, Rig } from '@/core/shot/index.ts';
import { mould } from '../trialMould.ts';
import {
  balance,
  barrelVolumes,
  capacity,
  drawFlow,
  pushAndFeed,
  shares,
  shotMass,
  baitMass,
} from '@/core/shot/index.ts';
import { near } from '../near.ts';

const single: Injector = {
  name: 'one',
  barrels: [{ bore: 32, volume: 150, heel: 3, mark: '' }],
  note: '',
};
const pair: Injector = {
  name: 'two',
  barrels: [
    { bore: 30, volume: 90, heel: 2, mark: '' },
    { bore: 30, volume: 90, heel: 2, mark: '' },
  ],
  note: '',
};
const odd: Injector = {
  name: 'odd',
  barrels: [
    { bore: 40, volume: 160, heel: 3, mark: '' },
    { bore: 30, volume: 90, heel: 2, mark: '' },
  ],
  note: '',
};
const rig = (injector: Injector, block: Block | null = null): Rig => ({
  injector,
  block,
  yoked: true,
});
const dual: Block = { name: 'dual', kind: 'dual', heel: 4, mark: '' };

// By hand: ρ(110) = 1.03 e^(−0.063) = 0.967112; ρ(165) = 1.03 e^(−0.1015) = 0.930586; ρ(110)/ρ(165)
// = e^0.0385 = 1.039251.
test('density falls with heat as stated', () => {
  near(density(110), 0.967112, 1e-6);
  near(density(165), 0.930586, 1e-6);
});

test('a weighed bait and its cavity: the bait, cold, is about 0.94 of it', () => {
  const value = cavityVolume({ source: 'bait', measured: 9.67112, outline: 'eel' });
  near(value, 10, 1e-4);
  near(9.67112 / 1.03 / value, 0.93894, 1e-5);
  near(cavityVolume({ source: 'water', measured: 9.98, outline: 'eel' }), 10, 1e-9);
});

test('rough volume of an ellipsoid-like profile scales with the cube of length', () => {
  near(roughVolume('eel', 190) / roughVolume('eel', 95), 8, 1e-9);
});

test('by hand: a 2-cavity top-fed mould, single', () => {
  // 2 × 14 + sprue 6 = 34 mL sets; 34 × 1.039251 = 35.3345 hot; + purge 1 + heel 3.
  const other = mould(2, 14, { feed: 'top', sprue: 6 });
  const grams = baitMass(shotMass(other)) + shotMass(other).feed;
  near(grams, 34 * 0.967112, 1e-4);
  near(barrelVolumes(rig(single), grams, { celsius: 165, purge: 1 })[0]!, 39.3345, 1e-3);
  const fit = capacity(rig(single), other, shotMass(other), { celsius: 165, purge: 1 });
  assert.deepEqual([fit.shotsPerDraw, fit.drawsPerShot, fit.short], [4, 1, [0]]); // (150 − 4) / 35.33 = 4.13
  const { push, after } = pushAndFeed(other, 165);
  near(push, 28, 1e-9);
  near(after, 28 * 0.039251, 1e-4);
});

test('by hand: an 8-cavity with a port each, dual of equal bores', () => {
  // cavity 20 + sprue 1.5 = 21.5 mL each → 22.3439 hot, half a barrel 11.17195; room 90 − 2 − 2 − 1
  // = 85 → 7 cavities.
  const other = mould(8, 20, { feed: 'each', sprue: 1.5 });
  const fit = capacity(rig(pair, dual), other, shotMass(other), { celsius: 165, purge: 1 });
  assert.deepEqual(
    [fit.shotsPerDraw, fit.cavitiesPerDraw, fit.drawsPerShot, fit.short],
    [0, 7, 2, [0, 0]],
  );
  const grams = baitMass(shotMass(other)) + shotMass(other).feed;
  const [is, should] = barrelVolumes(rig(pair, dual), grams, { celsius: 165, purge: 1 });
  near(is!, 8 * 11.17195 + 5, 1e-3);
  assert.equal(is, should);
});

test('by hand: a 24-cavity one-runner, dual of unequal bores', () => {
  // bores 40 and 30: shares 16/25 and 9/25. 24 × 2.2 + 18 + 4 = 74.8 mL → 77.7360 hot → 49.7510 + 6
  // and 27.9850 + 5.
  const other = mould(24, 2.2, { runner: 18, sprue: 4 });
  assert.deepEqual(shares(rig(odd)), [0.64, 0.36]);
  const grams = baitMass(shotMass(other)) + shotMass(other).feed;
  const [is, should] = barrelVolumes(rig(odd, dual), grams, { celsius: 165, purge: 1 });
  near(is!, 49.751 + 3 + 2 + 1, 1e-3);
  near(should!, 27.985 + 2 + 2 + 1, 1e-3);
  // (160−6)/49.75 = 3.10, (90−5)/27.98 = 3.04
  assert.equal(
    capacity(rig(odd, dual), other, shotMass(other), { celsius: 165, purge: 1 }).shotsPerDraw,
    3,
  );
});

test('a barrel too small for the mould says by how much', () => {
  const small: Injector = {
    name: 'small',
    barrels: [{ bore: 25, volume: 60, heel: 2, mark: '' }],
    note: '',
  };
  const other = mould(8, 7, { runner: 11, sprue: 4 }); // 71 mL → 73.7868 hot + 3 − 60 = 16.7868
  const fit = capacity(rig(small), other, shotMass(other), { celsius: 165, purge: 1 });
  assert.equal(fit.shotsPerDraw, 0);
  near(fit.short[0]!, 16.7868, 1e-3);
});

const cup = (over: Partial<CupSpec> = {}): CupSpec => ({ limit: 1e9, air: 0, step: 1e-9, ...over });
const how = { reheatEvery: 1, doseCook: 0, doseReheat: 0 };

test('limit: with share r coming round and fresh making up the rest, heats tend to M / ((1 − r) d)', () => {
  const flow: Flow = {
    takes: { A: 100 },
    baits: 40,
    returns: [{ from: 'A', to: 'A', grams: 60 }],
    puck: 0,
    lost: 0,
    lag: 1,
  };
  // The cup is drawn dry each time, so each refill tops it to 100: geometric, 1 / (1 − 0.6) = 2.5
  // heats.
  const run = balance(
    { A: cup({ limit: 100 }) },
    Array.from({ length: 200 }, () => flow),
    how,
  );
  const last = balance(
    { A: cup({ limit: 100 }) },
    Array.from({ length: 201 }, () => flow),
    how,
  );
  const heats =
    last.cups.A!.heatsDrawn * last.cups.A!.drawn - run.cups.A!.heatsDrawn * run.cups.A!.drawn;
  near(heats / 100, 2.5, 1e-6);
});

test('least charge: the cup ends on the depth that takes air, and never under it', () => {
  const flow: Flow = {
    takes: { A: 50 },
    baits: 30,
    returns: [{ from: 'A', to: 'A', grams: 20 }],
    puck: 0,
    lost: 0,
    lag: 1,
  };
  const run = balance({ A: cup({ air: 25 }) }, [flow, flow, flow], how);
  near(run.cups.A!.fresh, 50 + 30 + 30 + 25, 1e-6); // 3 draws net of two returns, and 25 that stays
  near(run.cups.A!.left, 45, 1e-6);
});

test('a draw of nothing from an empty cup takes nothing', () => {
  const none: Flow = {
    takes: { A: 0 },
    baits: 0,
    returns: [{ from: 'A', to: 'A', grams: 0 }],
    puck: 0,
    lost: 0,
    lag: 1,
  };
  const run = balance({ A: cup({ air: 0 }) }, [{ ...none, takes: { A: 5e-324 } }, none], how);
  assert.equal(run.cups.A!.left, run.cups.A!.fresh);
});

test('property: mass is conserved over any session', () => {
  const barrels = fc.array(
    fc.record({
      bore: fc.integer({ min: 15, max: 50 }),
      volume: fc.constant(500),
      heel: fc.double({ min: 0, max: 8, noNaN: true }),
      mark: fc.constant(''),
    }),
    { minLength: 1, maxLength: 3 },
  );
  const draw = fc.record({
    baits: fc.double({ min: 0, max: 150, noNaN: true }),
    feed: fc.double({ min: 0, max: 60, noNaN: true }),
    heat: fc.integer({ min: 140, max: 190 }),
    purge: fc.double({ min: 0, max: 5, noNaN: true }),
    loss: fc.double({ min: 0, max: 0.2, noNaN: true }),
    habit: fc.constantFrom<'push' | 'plug'>('push', 'plug'),
    mixedTo: fc.constantFrom('puck', 'A', 'B', 'C'),
    trial: fc.boolean(),
    lag: fc.integer({ min: 1, max: 3 }),
    same: fc.boolean(),
  });
  fc.assert(
    fc.property(
      barrels,
      fc.array(draw, { minLength: 1, maxLength: 25 }),
      fc.integer({ min: 300, max: 1500 }),
      fc.integer({ min: 1, max: 4 }),
      (tubes, draws, limit, reheatEvery) => {
        const injector: Injector = { name: 'any', barrels: tubes, note: '' };
        const flows = draws.map(({ same, ...other }) =>
          drawFlow({
            ...other,
            rig: rig(injector, tubes.length > 1 ? dual : null),
            cups: tubes.map((_, i) => (same ? 'A' : 'ABC'[i]!)),
          }),
        );
        for (const flow of flows) {
          const out =
            flow.baits +
            flow.puck +
            flow.lost +
            flow.returns.reduce((sum, part) => sum + part.grams, 0);
          near(
            out,
            Object.values(flow.takes).reduce((sum, take) => sum + take, 0),
            1e-9,
            'a draw',
          );
        }
        const run = balance(
          {
            A: cup({ limit, air: 20, step: 5 }),
            B: cup({ limit, air: 20, step: 5 }),
            C: cup({ limit, air: 20, step: 5 }),
          },
          flows,
          { ...how, reheatEvery },
        );
        const fresh = Object.values(run.cups).reduce((sum, cup) => sum + cup.fresh, 0);
        const left = Object.values(run.cups).reduce((sum, cup) => sum + cup.left, 0);
        near(
          run.baits + run.puck + run.lost + left,
          fresh,
          1e-9 * Math.max(1, fresh),
          'the session',
        );
      },
    ),
    { numRuns: 500 },
  );
});
