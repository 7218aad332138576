import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Stage } from '@/core/build/index.ts';
import { BUILDS, BuildSchema, builtIns, checkBuild, hasTop, place } from '@/core/build/index.ts';
import { density } from '@/core/material/index.ts';
import type { Mould } from '@/core/mould/index.ts';
import { rodVolume, shareBehind } from '@/core/mould/index.ts';
import { opensAt } from '@/core/heat/index.ts';
import { heatOfMould, insertKind, planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { barrelVolumes, shares, stageFill, stageMass } from '@/core/shot/index.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import { mould } from '../trialMould.ts';
import { stage, rod, bodyMould, injector, draft } from './buildsKit.ts';
import { near } from '../near.ts';

const RHO = density(110);
const shellMould = mould(1, 20, { name: 'shells', makes: 'shell', rod });
const tailMould = mould(4, 1.5, { name: 'tails', makes: 'tail' });
const swapMould = mould(1, 24, {
  name: 'longer',
  takes: [{ mould: 'shells', lies: 'same', share: 1 }],
});
const fill = (stage: Stage, mould: Mould, source: { mould: Mould; stage: Stage } | null = null) =>
  stageFill(stage, mould, source)[0]!;

test('by hand: what each build puts in a 20 mL cavity', () => {
  near(rodVolume(shellMould), 4, 1e-9);
  for (const key of ['single', 'dual', 'triple', 'swirl', 'split', 'dipped'] as const)
    near(fill(stage(key), bodyMould).shot, 20, 1e-9, key);
  // shell = cavity − rod; core = its channel.
  near(fill(stage('core'), shellMould).shot, 16, 1e-9);
  const shells = { mould: shellMould, stage: stage('core') };
  near(fill(stage('core', 1), shellMould, shells).shot, 4, 1e-9);
  near(
    fill(stage('laminateCore', 1), shellMould, { mould: shellMould, stage: stage('laminateCore') })
      .shot,
    4,
    1e-9,
  );
  // swapped: 24 − (20 − 4) = the channel's 4 and a tail of 4.
  near(
    fill(stage('swap', 1), swapMould, { mould: shellMould, stage: stage('swap') }).shot,
    8,
    1e-9,
  );
  // body = cavity, pocket included, − the tail in it; half of it when half lies in the pocket.
  const tails = { mould: tailMould, stage: stage('tailFirst') };
  near(fill(stage('tailFirst', 1), bodyMould, tails).shot, 18.5, 1e-9);
  near(
    fill(
      stage('tailLaminate', 1),
      { ...bodyMould, takes: [{ mould: 'tails', lies: 'stub', share: 0.5 }] },
      tails,
    ).shot,
    19.25,
    1e-9,
  );
  // a 0.15 g spot takes 0.15 / ρ(110) = 0.155101 mL.
  const spot = fill(stage('spot'), bodyMould);
  near(spot.poured.spot!, 0.155101, 1e-6);
  near(spot.shot, 20 - 0.155101, 1e-6);
  assert.deepEqual(
    Object.values(fill(stage('pour'), bodyMould).poured).map((value) => Number(value.toFixed(6))),
    [7, 7, 6],
  );
  assert.equal(fill(stage('pour'), bodyMould).shot, 0);
  near(fill(stage('plunger'), bodyMould).poured.body!, 20, 1e-9);
});

test('by hand: three barrels, equal and unequal, yoked and pulsed', () => {
  const grams = 20 * RHO;
  const hot = 20 * Math.exp(7e-4 * (165 - 110));
  const block = { name: 't', kind: 'triple' as const, heel: 6, mark: '' };
  for (const barrelVolume of barrelVolumes(
    { injector: injector(28, 28, 28), block, yoked: true },
    grams,
    { celsius: 165, purge: 1 },
  ))
    near(barrelVolume, hot / 3 + 1 + 2 + 2, 1e-9);
  assert.deepEqual(
    shares({ injector: injector(20, 20, 40), yoked: true }).map((share) =>
      Number(share.toFixed(6)),
    ),
    [0.166667, 0.166667, 0.666667],
  );
  assert.deepEqual(shares({ injector: injector(20, 40), yoked: false }), [0.5, 0.5]);
});

test('by hand: a poured mould takes no sprue, a rod pushes one full', () => {
  const mould = { ...bodyMould, sprue: 6 };
  assert.equal(stageMass(stage('pour'), mould, null).feed, 0);
  near(stageMass(stage('plunger'), mould, null).feed, 6 * RHO, 1e-9);
});

test('rods that close the tail off: the shell goes without it, and the core becomes it', () => {
  const closes = { from: 0.5, share: 0.1 };
  const closing = mould(1, 20, { name: 'shells', makes: 'shell', rod: { ...rod, closes } });
  near(fill(stage('closedTail'), closing).shot, 20 - 4 - 2, 1e-9);
  const shells = { mould: closing, stage: stage('closedTail') };
  near(fill(stage('closedTail', 1), closing, shells).shot, 4 + 2, 1e-9);
  // The same rods count for nothing in a build that does not close it off.
  near(fill(stage('core'), closing).shot, 16, 1e-9);
  // By the drawing: of a cone, what lies behind its middle is an eighth.
  const [cavity] = closing.cavities;
  const cone: [number, number, number][] = [
    [0, 0.2, 0.2],
    [1, 0, 0],
  ];
  near(shareBehind({ ...cavity!, profile: cone }, 0.5), 1 / 8, 1e-3);
  near(shareBehind({ ...cavity!, profile: cone }, 0.75), 1 / 64, 1e-3);
  // What is cast and how long it takes: with a tail beside the core, more metal to cool it and never sooner.
  const [core, coreTail] = [heatOfMould(closing, 'core'), heatOfMould(closing, 'coreTail')];
  near(coreTail.shot - core.shot, 2 * density(110, 1.03), 1e-6);
  for (const metal of [20, 35, 50])
    assert.ok(
      opensAt(coreTail, 165, metal, 18).open! >= opensAt(core, 165, metal, 18).open! - 1e-9,
    );
  // Shells without a tail are another heap, and rods that close nothing are refused.
  const kind = (build: 'core' | 'closedTail') =>
    insertKind({ layers: { shell: 3 } }, stage(build), 1);
  assert.notEqual(kind('core'), kind('closedTail'));
  const wick = draft(WAYS.findIndex(({ colourway }) => colourway === 'Lantern wick'));
  for (const tools of wick.jobs[0]!.tools)
    for (const entry of tools.moulds)
      entry.mould = { ...entry.mould, rod: { ...entry.mould.rod!, closes: null } };
  assert.deepEqual(
    planSession(wick, METRIC).remarks.flatMap(({ code, weight }) =>
      weight === 'refused' ? [code] : [],
    ),
    ['tail-open'],
  );
});

test('property: whatever lies in a cavity, its layers are positive and add up to it', () => {
  const sizes = fc.record({
    cavity: fc.double({ min: 6, max: 80, noNaN: true }),
    other: fc.double({ min: 81, max: 120, noNaN: true }),
    tail: fc.double({ min: 0.1, max: 4, noNaN: true }),
    bore: fc.double({ min: 1, max: 6, noNaN: true }),
    length: fc.double({ min: 10, max: 60, noNaN: true }),
    share: fc.double({ min: 0.1, max: 1, noNaN: true }),
  });
  fc.assert(
    fc.property(sizes, ({ cavity, other, tail, bore, length, share }) => {
      const closes = { from: 0.74, share: share / 4 };
      const own = mould(2, cavity, { name: 'own', rod: { bore, length, closes } });
      const long = mould(3, other, {
        name: 'long',
        takes: [
          { mould: 'own', lies: 'same', share: 1 },
          { mould: 'tails', lies: 'stub', share },
        ],
      });
      const tails = mould(5, tail, { name: 'tails', makes: 'tail' });
      for (const build of builtIns()) {
        for (const stage of build.stages) {
          const maker = build.stages.find((other) => other.key === stage.takes);
          const source = maker
            ? { mould: maker.makes === 'tail' ? tails : own, stage: maker }
            : null;
          for (const mould of source?.mould === tails ? [long] : source ? [own, long] : [own]) {
            for (const fill of stageFill(stage, mould, source)) {
              const { rod, closed, insert, poured, shot } = fill;
              const parts = [rod, closed, insert, ...Object.values(poured), shot];
              assert.ok(
                parts.every((part) => part >= 0),
                `${build.key} ${stage.key}: ${parts.join(' ')}`,
              );
              near(
                parts.reduce((x, y) => x + y, 0),
                fill.cavity,
                1e-9 * fill.cavity,
                build.key,
              );
            }
          }
        }
      }
    }),
  );
});

test(
  'every build the trade knows can be shot, its layers never in one place, and is ' +
    'drafted from the shelf',
  () => {
    assert.deepEqual(
      new Set(
        WAYS.map((way) => COLOURWAYS.find((colourway) => colourway.name === way.colourway)!.build),
      ),
      new Set(Object.keys(BUILDS)),
    );
    for (const build of builtIns()) {
      assert.deepEqual(checkBuild(build), [], build.name);
      BuildSchema.parse(build);
      for (const stage of build.stages)
        if (hasTop(stage))
          assert.deepEqual(
            new Set(
              stage.layers
                .map((layer) => place(layer.place).over)
                .filter((option) => option !== 'both'),
            ),
            new Set(['TOP', 'bottom']),
            build.name,
          );
    }
    WAYS.forEach((way, count) => {
      const plan = planSession(draft(count), METRIC);
      assert.ok(
        plan.ok,
        `${way.colourway}: ${plan.remarks.map((remark) => remark.sentence).join(' ')}`,
      );
      const { freshG, baitsG, puckG, lostG, leftG } = plan.totals;
      near(freshG, baitsG + puckG + lostG + leftG, 1e-9 * freshG, way.colourway);
    });
  },
);
