import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  at,
  barrelCooling,
  barrelGood,
  cycleFor,
  evening,
  froth,
  gaugeFor,
  handsAfter,
  lastCavity,
  metalAfter,
  metalBody,
  NOTHING_LEARNED,
  opensAt,
  outsideOf,
  shotHeat,
  steadyMetal,
  USUAL_OVEN,
  warmTime,
  whenToOpen,
  windowDown,
} from '@/core/heat/index.ts';
import { bleedChance, lineOf } from '@/core/colour/index.ts';
import { heatOfMould, planSession, timeSession } from '@/core/plan/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { judge, tells } from '@/core/device/index.ts';
import { MOULDS } from '../../scripts/demo/shop.ts';
import { demoPlan } from '../demoPlan.ts';

const lump = metalBody('machined', 1500, 180, 120);

test('a mould as a lump: the exact exponential, a steady heat that balances, a cycle that keeps it there', () => {
  // 1.5 kg of aluminium: 1344 J/K; 180 × 120 face, 25.7 mm thick: skin 0.0216 + 2 × 0.02572 × 0.3 m².
  assert.ok(Math.abs(lump.capacity - 1344) < 1e-9);
  assert.ok(Math.abs(lump.skin - (0.0216 + 2 * (1.5 / 2700 / 0.0216) * 0.3)) < 1e-9);
  const g = 12 * lump.skin + 8 * lump.foot;
  assert.ok(
    Math.abs(metalAfter(lump, 60, 600, 20) - (20 + 40 * Math.exp((-g * 600) / 1344))) < 1e-9,
  );
  const steady = steadyMetal(lump, 9000, 150, 20);
  assert.ok(Math.abs(g * (steady - 20) - 9000 / 150) < 1e-9);
  assert.ok(Math.abs(cycleFor(lump, 9000, steady, 20) - 150) < 1e-6);
  assert.equal(shotHeat(50, 165, 75), 50 * 1.9 * 90);
  assert.equal(warmTime(lump, 50, 45, 20, 'plate'), 0);
  assert.equal(warmTime(lump, 20, 140, 20, 'plate'), null, 'no plate makes it hotter than itself');
});

test('a barrel as the design has it: 32 mm, 4 mm of aluminium', () => {
  const cold = barrelCooling(32, 168, 25, 20);
  assert.ok(Math.abs(at(cold, 'mean', 60) - 138) < 1);
  assert.ok(Math.abs(at(cold, 'stiff', 60) - 0.25) < 0.05);
  assert.ok(at(cold, 'centre', 60) > 165);
  const warm = barrelCooling(32, 168, 100, 20);
  assert.ok(Math.abs(at(warm, 'mean', 60) - 154) < 1.5);
  assert.equal(at(warm, 'stiff', 60), 0);
  fc.assert(
    fc.property(fc.integer({ min: 15, max: 90 }), fc.integer({ min: 20, max: 50 }), (metal, bore) =>
      assert.ok(
        barrelGood(barrelCooling(bore, 165, metal + 10, 20)) >=
          barrelGood(barrelCooling(bore, 165, metal, 20)) - 0.5,
      ),
    ),
    { numRuns: 15 },
  );
  assert.equal(lastCavity(40, 5, 9, 8), 4);
  assert.equal(lastCavity(3, 5, 9, 8), 0);
});

test('opening times between the marks of the table are those of the solver; an evening of 300 shots is quick, warms, and rests', () => {
  const mould = heatOfMould(MOULDS[0]!);
  for (const celsius of [22, 37, 52]) {
    const { open } = whenToOpen({
      ...mould.section,
      layers: [{ upTo: 1, celsius: 165 }],
      outside: outsideOf(mould.metal, celsius, mould.grams, mould.skin, 20),
    });
    assert.ok(
      Math.abs(opensAt(mould, 165, celsius, 20).open! - open!) < 0.06 * open!,
      `${celsius}`,
    );
  }
  assert.equal(opensAt(mould, 165, 76, 20).open, null, 'too warm ever to open');
  const first = evening(mould, 300, mould.body.capacity > 0 ? 40 : 20, 165, 20, 60);
  assert.equal(first.length, 300);
  first.forEach((c, i) => {
    if (i > 0) assert.ok(c.at > first[i - 1]!.at);
    assert.ok(c.opened > c.before - 1);
  });
  assert.ok(first[20]!.before > first[0]!.before + 5);
  const small = heatOfMould({ ...MOULDS[7]!, mass: 500 });
  assert.ok(
    evening(small, 60, 45, 175, 25, 20).some((c) => c.rested > 0),
    'a small mould pressed hard must rest',
  );
  assert.equal(windowDown(3, 165, 45, 45), 0);
  assert.ok(
    windowDown(3, 165, 45, 60) >= windowDown(3, 165, 45, 52) && windowDown(3, 165, 45, 90) <= 7,
  );
});

test('an instrument’s readings are judged in words, and only a still probe is written down', () => {
  const now = 1_800_000_000_000;
  const flag = (
    value: number,
    at?: number,
    last: { at: number; value: number } | null = null,
    room: number | null = 20,
  ) => judge('thermometer', { value, at }, last, now, room).flag;
  assert.equal(flag(163, now), null);
  assert.equal(flag(401), 'absurd');
  assert.equal(flag(NaN), 'absurd');
  assert.equal(flag(12), 'ambient');
  assert.equal(flag(12, now, null, null), null, 'not in a cup');
  assert.equal(flag(163, now - 5000, { at: now - 1000, value: 163 }), 'backwards');
  assert.equal(flag(163, now - 1000, { at: now - 1000, value: 163 }), 'duplicate');
  assert.equal(flag(163, now + 3_600_000), 'clock');
  assert.equal(
    judge('thermometer', { value: 163, at: now + 3_600_000 }, null, now, 20).at,
    now,
    'the time it came is taken',
  );
  const say = (rise: number, since: number) =>
    tells(
      'thermometer',
      { at: now, value: 160 + rise },
      { at: now - 1000, value: 160 },
      { at: now - since, value: 158 },
    );
  assert.ok(say(0.1, 11_000));
  assert.ok(!say(4, 11_000), 'still on its way up');
  assert.ok(!say(0.1, 1_000), 'just written');
  assert.ok(
    !tells('thermometer', { at: now, value: 160 }, { at: now - 9_000, value: 160 }, null),
    'after a silence it may be rising',
  );
});

test('bare hands: out in air by the lump’s own law, sooner in water, never in a shop hotter than a hand', () => {
  // 12 mm round: ρ c d/4 / h = 1030 · 1900 · 0.003 / 11 = 533.7 s, times ln(55/25).
  assert.ok(
    Math.abs(
      handsAfter({ shape: 'round', across: 12 }, 75, 20) -
        ((1030 * 1900 * 0.003) / 11) * Math.log(55 / 25),
    ) < 1e-6,
  );
  assert.ok(handsAfter({ shape: 'round', across: 12 }, 75, 20, 'water') < 20);
  assert.equal(handsAfter({ shape: 'slab', across: 6 }, 40, 20), 0);
  assert.equal(handsAfter({ shape: 'slab', across: 6 }, 75, 46), Infinity);
});

test('the pot: the gauge a cup stands is where its froth just reaches the brim; the bleed rises with what parts the colours', () => {
  for (const full of [0.4, 0.5, 0.7])
    assert.ok(Math.abs(full * froth(gaugeFor(full, 300), 300) - 1) < 1e-6, String(full));
  assert.equal(gaugeFor(1), 0);
  const at = (b: number, runs: 'alike' | 'thicker' = 'alike') => [
    { share: 0.5, celsius: 164, runs: 'alike' as const },
    { share: 0.5, celsius: b, runs },
  ];
  assert.ok(Math.abs(lineOf(at(164))[0]! - 0.5) < 1e-6);
  // 14 K is a doubling of viscosity: the published 0.529.
  assert.ok(Math.abs(lineOf(at(178))[0]! - 0.529) < 5e-4);
  assert.ok(
    bleedChance(at(172), 3) > bleedChance(at(167), 3) &&
      bleedChance(at(167), 3) > bleedChance(at(164), 3),
  );
  assert.ok(
    bleedChance(at(164), 3, true) > bleedChance(at(164), 3) &&
      bleedChance(at(164, 'thicker'), 3) > bleedChance(at(164), 3),
  );
});

test('a session’s length: its parts add up, more doubt widens it, cold metal and a weak oven lengthen it', () => {
  const input = demoPlan();
  const plan = planSession(input, DEFAULT_SHOP.units);
  const known = {
    oven: { id: 1, oven: USUAL_OVEN },
    ovens: 1,
    learned: NOTHING_LEARNED,
    hands: {},
    room: 18,
  };
  const usual = timeSession(plan, input, known);
  assert.ok(Math.abs(usual.phases.reduce((s, p) => s + p.seconds.mid, 0) - usual.all.mid) < 1e-6);
  for (const p of usual.phases)
    assert.ok(p.seconds.low <= p.seconds.mid && p.seconds.mid <= p.seconds.high);
  const weak = timeSession(plan, input, {
    ...known,
    oven: { id: 1, oven: { ...USUAL_OVEN, watts: 600 } },
  });
  assert.ok(weak.all.mid > usual.all.mid + 120);
  assert.ok(
    timeSession(plan, input, { ...known, ovens: 2 }).all.mid < usual.all.mid - 60,
    'two ovens cook side by side',
  );
  const sure = timeSession(plan, input, {
    ...known,
    hands: {
      shot: { mean: 15, sd: 0.1 },
      coloured: { mean: 90, sd: 0.1 },
      woken: { mean: 60, sd: 0.1 },
    },
  });
  assert.ok(sure.all.high - sure.all.low < usual.all.high - usual.all.low);
  // Laid out backwards: the draw last, everything cold before everything hot.
  const before = usual.lastMinute.map((l) => l.before);
  assert.deepEqual(
    before,
    [...before].sort((a, b) => b - a),
  );
  assert.equal(usual.lastMinute.at(-1)!.what, 'Draw');
});
