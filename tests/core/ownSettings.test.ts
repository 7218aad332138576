import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { fitSettings, lookedAt, settingCurve, type ShotSeen, USED } from '@/core/causes/index.ts';
import { normal, seeded } from '@/core/chance.ts';
import type { Mould } from '@/core/mould/index.ts';
import { BLANK_MOULD, ownWindow, withWindow } from '@/core/mould/index.ts';
import { draftPlan, familyOfLayers } from '@/core/plan/index.ts';
import type { Habit } from '@/core/session/index.ts';
import { mouldForecast } from '@/core/session/foresee/moulds.ts';
import { findBuild } from '@/core/build/index.ts';
import { castAs, heatOfMould } from '@/core/plan/mouldHeat.ts';
import type { Conditions } from '@/core/yield/index.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';

const TODAY = { heat: 165, metal: 38, held: 12, cooled: 0, looked: 1 };
/** Shots opened too soon tear, too late cost nothing; a second look saves some shorts. */
function shotsOf(seed: number, { firm, saves }: { firm: number; saves: number }): ShotSeen[] {
  const chance = seeded(seed);
  return Array.from({ length: 300 }, (_, nth) => {
    const cooled = normal(chance, 0, 0.2);
    const looked = chance() < 0.5 ? 1 : 0;
    const torn = 0.6 / (1 + Math.exp((cooled - firm) / 0.05));
    const share = (0.97 - saves * (1 - looked)) * (1 - torn);
    return {
      ...{ session: Math.floor(nth / 20), mould: 1, cavities: [] },
      conditions: { cooled, looked, heat: 165, metal: 38, held: 12, gap: null } as Conditions,
      faults: Array.from({ length: 8 }, () => (chance() < share ? null : 'torn')),
    };
  });
}
const told = (shots: ShotSeen[], key: 'cooled' | 'looked') => {
  const curve = settingCurve(fitSettings(shots, TODAY), key);
  assert.ok(curve.is === 'told');
  return curve;
};

test('the record tells when it is best opened, and whether a second look is worth it', () => {
  const late = told(shotsOf(1, { firm: 0.1, saves: 0 }), 'cooled');
  assert.ok(late.better && (late.own.low + late.own.high) / 2 > 0.15, JSON.stringify(late.own));
  const looks = told(shotsOf(2, { firm: -0.5, saves: 0.12 }), 'looked');
  assert.deepEqual([looks.points.map(({ at }) => at), looks.own], [[0, 1], { low: 1, high: 1 }]);
  const [without, withIt] = looks.points;
  assert.ok(withIt!.least > without!.most, 'told apart');
  let better = 0;
  for (let seed = 10; seed < 50; seed++)
    if (told(shotsOf(seed, { firm: -0.5, saves: 0 }), 'looked').better) better += 1;
  assert.ok(better <= 3, `${better} of 40 told of a look that does nothing`);
});

test('property: a window is that of what is shot, the one that says most; another’s stays as it was', () => {
  const of = fc.record({
    build: fc.constantFrom(null, 'dual', 'single'),
    family: fc.constantFrom(null, 'Greens', 'Reds'),
  });
  const mould = { ...BLANK_MOULD, cavities: [] } as unknown as Mould;
  fc.assert(
    fc.property(fc.array(of, { maxLength: 6 }), of, of, (before, used, other) => {
      const had = before.reduce(
        (sum, one, nth) => withWindow(sum, one, { low: nth, high: 99 }),
        mould,
      );
      const now = withWindow(had, used, { low: 150, high: 160 });
      assert.deepEqual(ownWindow(now, used), { low: 150, high: 160 });
      const says = (one: string | null, asked: string | null) => one === null || one === asked;
      const reached = says(used.build, other.build) && says(used.family, other.family);
      if (!reached) assert.deepEqual(ownWindow(now, other), ownWindow(had, other));
    }),
    { seed: 5 },
  );
});

test('a plan shoots a colour in the window of its family, another in the mould’s own', () => {
  const [want] = WANTED;
  const bait = SHELF.baits.find(({ id }) => id === want!.bait)!;
  const families = SHELF.colourways.map(({ id, spec }) => {
    const build = findBuild(spec.build, [])!;
    return { id, build: build.key, family: familyOfLayers(build, spec.layers, SHELF.mixes)! };
  });
  const one = families.find(({ id }) => id === want!.colourway)!;
  const other = families.find(({ build, family }) => build === one.build && family !== one.family)!;
  const moulds = SHELF.moulds.map((entry) =>
    entry.id === bait.spec.mouldIds[0]
      ? {
          ...entry,
          spec: withWindow(
            entry.spec,
            { build: null, family: one.family },
            { low: 150, high: 156 },
          ),
        }
      : entry,
  );
  const windowOf = (colourway: number) =>
    draftPlan({ ...SHELF, moulds }, [{ ...want!, colourway }], DEFAULTS).jobs[0]!.tools.at(-1)!
      .window;
  assert.deepEqual(windowOf(one.id), { low: 150, high: 156 });
  assert.notDeepEqual(windowOf(other.id), { low: 150, high: 156 });
});

test('by hand: used, a mould opens so many times as late; a look is left out of it alone, and comes back', () => {
  const mould = SHELF.moulds[0]!.spec;
  const ask = {
    ...{
      key: '1',
      heat: heatOfMould(mould, castAs(undefined)),
      celsius: 38,
      sd: 2,
    },
    ...{ first: 40, shot: 165, room: 20, push: null, opens: { mean: 0, sd: 0.2 } },
    ...{ baits: 8, each: 20 },
  };
  const open = (letCool: number) => mouldForecast({ ...ask, letCool }).open!;
  near(open(0.8), 0.8 * open(1), 1e-9);
  const used = USED.cooled(
    mould,
    { low: Math.log(0.9), high: Math.log(0.9) },
    { build: null, family: null },
  );
  assert.equal(used.letCool, 0.9);

  const kept: Habit[] = [
    { step: 'topOff', when: 'never', mould: 1, build: null },
    { step: 'secondLook', when: 'never', mould: 2, build: null },
  ];
  const without = lookedAt(kept, 1, { build: 'dual', look: false });
  assert.deepEqual(without.slice(0, 2), kept);
  assert.deepEqual(without.slice(2), [
    { step: 'secondLook', when: 'never', mould: 1, build: 'dual' },
  ]);
  assert.deepEqual(lookedAt(without, 1, { build: 'dual', look: true }), kept);
  assert.deepEqual(lookedAt(without, 1, { build: null, look: true }), kept, 'of every build');
  assert.equal(lookedAt(without, 1, { build: 'single', look: true }).length, 3, 'not another’s');
});
