import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { lagOf } from '@/core/device/index.ts';
import { JOINT, learnEven, losing, metalAfter, onGrid } from '@/core/heat/index.ts';
import type { MetalNote, SessionState } from '@/core/session/index.ts';
import { bodyOfMould, shotLessons } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { normal, seeded } from '../../src/core/chance.ts';
import { benchOn, START } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

test('on a grid: a normal word on a normal prior gives the conjugate answer; no word leaves the prior', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      (said, sd) => {
        const { mean, sd: left } = onGrid(
          { mean: 1, sd: 1.5 },
          (x) => -0.5 * ((x - said) / sd) ** 2,
        );
        const [before, quantity] = [1 / 1.5 ** 2, 1 / sd ** 2];
        assert.ok(Math.abs(mean - (before * 1 + quantity * said) / (before + quantity)) < 2e-3);
        assert.ok(Math.abs(left - 1 / Math.sqrt(before + quantity)) < 2e-3);
      },
    ),
  );
  const { mean, sd } = onGrid({ mean: 4, sd: 0.5 }, () => 0);
  assert.ok(Math.abs(mean - 4) < 1e-6 && Math.abs(sd - 0.5) < 1e-3);
});

test(
  'even odds: found again from simulated shots, within its own spread nearly always, ' +
    'whichever way the fault turns',
  () => {
    for (const scale of [0.45, -2.5]) {
      const prior = scale > 0 ? { mean: 2, sd: 0.5 } : { mean: 100, sd: 5 };
      let inside = 0;
      for (let seed = 1; seed <= 60; seed++) {
        const chance = seeded(seed);
        const even = normal(chance, prior.mean, prior.sd);
        const tried = Array.from({ length: 40 }, () => {
          const x = normal(chance, prior.mean, 2 * prior.sd);
          return { x, share: chance() < 1 / (1 + Math.exp(-(x - even) / scale)) ? 1 : 0, baits: 1 };
        });
        const found = learnEven(prior, scale, tried);
        assert.ok(found.sd < prior.sd);
        if (Math.abs(found.mean - even) < 1.2816 * found.sd) inside += 1;
      }
      // An 80 % range: of 60, between 38 and 57 with a chance over 0.999.
      assert.ok(inside >= 38 && inside <= 57, `${inside} of 60`);
    }
  },
);

test(
  'a probe’s lag: exact from a bare exponential, near from a noisy one, unknown from ' +
    'one that stands still',
  () => {
    const plunge = (tau: number, noise: () => number, dt = 1000) =>
      Array.from({ length: 25 }, (_, i) => ({
        at: i * dt,
        value: 170 - 150 * Math.exp((-i * dt) / 1000 / tau) + noise(),
      }));
    for (const tau of [0.8, 2, 5]) {
      assert.ok(Math.abs(lagOf(plunge(tau, () => 0))!.lag.mean - tau) < 1e-6);
      const chance = seeded(5);
      const { lag } = lagOf(plunge(tau, () => normal(chance, 0, 0.25)))!;
      assert.ok(
        Math.abs(lag.mean - tau) < 4 * lag.sd && Math.abs(lag.mean - tau) < 0.15 * tau,
        `${tau}: ${lag.mean} ± ${lag.sd}`,
      );
    }
    assert.equal(
      lagOf(Array.from({ length: 60 }, (_, i) => ({ at: i * 1000, value: 165 + (i % 3) * 0.2 }))),
      null,
    );
    assert.equal(lagOf([]), null);
  },
);

const bench = (): SessionState => {
  const bench = benchOn(snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP));
  return bench.follow(
    (state) => [...state.shots.values()].filter((shot) => shot.markedAt !== null).length >= 4,
  );
};

test(
  'a mould that loses its heat faster than reckoned is found out from looks at it, one ' +
    'look that cannot be is left out',
  () => {
    const state = bench();
    const mould = [...state.moulds.values()][0]!;
    for (const hidden of [-0.3, 0.5, 1]) {
      const chance = seeded(11);
      const body = losing(bodyOfMould(mould.mould), hidden);
      const told: MetalNote[] = [{ at: START, room: 20, kind: 'read', celsius: 60, sd: 2 }];
      let celsius = 60;
      for (let i = 1; i <= 12; i++) {
        const from = START + i * 300_000;
        celsius = metalAfter(body, celsius, { seconds: 240, room: 20 });
        told.push({ at: from - 60_000, room: 20, kind: 'shot', until: from, joules: 9000 });
        celsius = metalAfter(body, celsius, { seconds: 60, room: 20, stand: 'wood', watts: 150 });
        told.push({
          at: from,
          room: 20,
          kind: 'read',
          celsius: celsius + normal(chance, 0, 1),
          sd: 2,
        });
      }
      told.push({ at: START + 13 * 300_000, room: 20, kind: 'read', celsius: 140, sd: 2 });
      mould.metalNotes = told;
      const lesson = shotLessons(state).find(
        (shotLesson) => shotLesson.key === `mould/${mould.mould.name}/loss`,
      )!;
      assert.ok(
        Math.abs(lesson.posterior.mean - hidden) < 0.25,
        `${hidden} ${lesson.posterior.mean}`,
      );
      assert.ok(lesson.posterior.sd < 0.25, `${lesson.posterior.sd}`);
      assert.equal(lesson.left_out, 1);
    }
  },
);

test(
  'when it opens: baits that tear at the reckoned time make it later, baits that come ' +
    'sound sooner make it sooner; waiting long teaches nothing',
  () => {
    const opens = (share: number, fault: 'torn' | null) => {
      const state = bench();
      for (const shot of state.shots.values()) {
        shot.mould = [...state.moulds.keys()][0]!;
        shot.waited = { seconds: 60 * share, reckoned: 60, firm: 60 };
        shot.marks = new Map(
          fault
            ? [...shot.cavities.keys()].map((cavity) => [
                cavity,
                { grade: 'second' as const, fault },
              ])
            : [],
        );
      }
      return shotLessons(state).find((shotLesson) => shotLesson.key.endsWith('/opens'))!;
    };
    const moved = ({ prior, posterior }: ReturnType<typeof opens>) => posterior.mean - prior.mean;
    assert.ok(moved(opens(1, 'torn')) > 0.1);
    assert.ok(moved(opens(0.5, null)) < -0.05);
    const long = opens(4, null);
    assert.ok(Math.abs(moved(long)) < 0.01 && Math.abs(long.posterior.sd - long.prior.sd) < 0.01);
  },
);

test('a joint is learned by its insert as warm as it lies in its mould, not as cold as the room', () => {
  const learned = (metal: number) => {
    const state = bench();
    for (const draw of state.draws.values())
      for (const barrel of draw.barrels) barrel.celsius = 178;
    for (const shot of state.shots.values()) {
      shot.stage = { ...shot.stage, takes: 'tail' };
      shot.metal = metal;
      shot.marks = new Map();
    }
    return shotLessons(state).find((shotLesson) => shotLesson.key === 'joint')!;
  };
  // The same sound joints: on colder metal they say more.
  const [cold, warm] = [learned(25), learned(45)];
  assert.ok(
    cold.posterior.mean < warm.posterior.mean - 0.5,
    `${cold.posterior.mean} and ${warm.posterior.mean}`,
  );
});

test('bled lines are learned from the heats at the draw, and not where a soft line is wanted', () => {
  const learned = (soft: boolean, bled: boolean) => {
    const state = bench();
    for (const draw of state.draws.values())
      draw.barrels.forEach((barrel, i) => (barrel.celsius = 166 - 2 * i));
    for (const run of state.runs.values()) if (soft) run.job.colourway.line = 'soft';
    for (const shot of state.shots.values())
      shot.marks = new Map(
        bled
          ? [...shot.cavities.keys()].map((cavity) => [
              cavity,
              { grade: 'second' as const, fault: 'bled' as const },
            ])
          : [],
      );
    return shotLessons(state).find((shotLesson) => shotLesson.key === 'bleed');
  };
  assert.equal(learned(true, true), undefined);
  assert.ok(
    learned(false, true)!.posterior.mean < 1.8 && learned(false, false)!.posterior.mean >= 2,
  );
  assert.equal(
    shotLessons(bench()).find((shotLesson) => shotLesson.key === 'joint'),
    undefined,
    `no joints were shot, even at ${JOINT.even}`,
  );
});
