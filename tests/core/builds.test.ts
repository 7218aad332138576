import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Build, BuiltIn, Injector, Stage } from '@/core/build/index.ts';
import {
  assignBarrels,
  BUILDS,
  BuildSchema,
  builtIns,
  checkBuild,
  hasTop,
  layersOf,
  lightness,
  overlap,
  place,
  PLACES,
} from '@/core/build/index.ts';
import { levelOf, portLine } from '@/core/colour/index.ts';
import { density } from '@/core/material/index.ts';
import type { Mould } from '@/core/mould/index.ts';
import { closingCare, lieOf, rodVolume, tightening } from '@/core/mould/index.ts';
import { draftPlan, planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { barrelVolumes, baitMass, shares, stageFill, stageMass } from '@/core/shot/index.ts';
import { BAITS, COLOURWAYS, WAYS } from '../../scripts/demo/shop.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';
import { mould } from '../trialMould.ts';

const near = (a: number, b: number, tolerance: number, what = '') =>
  assert.ok(Math.abs(a - b) <= tolerance, `${what} ${a} is not ${b} ± ${tolerance}`);
const stage = (key: BuiltIn, i = 0): Stage => (BUILDS[key] as Build).stages[i]!;
const RHO = density(110);

// One cavity of 20 mL; rods 8 mm × 79.577 mm = 4 mL exactly; tails of 1.5 mL; a mould of 24 mL that
// takes the shells.
const rod = { bore: 8, length: 4000 / (16 * Math.PI) };
const shellMould = mould(1, 20, { name: 'shells', makes: 'shell', rod });
const tailMould = mould(4, 1.5, { name: 'tails', makes: 'tail' });
const bodyMould = mould(1, 20, {
  name: 'bodies',
  takes: [{ mould: 'tails', lies: 'stub', share: 1 }],
});
const swapMould = mould(1, 24, {
  name: 'longer',
  takes: [{ mould: 'shells', lies: 'same', share: 1 }],
});
const fill = (stage: Stage, mould: Mould, source: { mould: Mould; stage: Stage } | null = null) =>
  stageFill(stage, mould, source)[0]!;
const injector = (...bores: number[]): Injector => ({
  name: 'any',
  note: '',
  barrels: bores.map((bore) => ({ bore, volume: 200, heel: 2, mark: '' })),
});

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
    165,
    1,
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
      const own = mould(2, cavity, { name: 'own', rod: { bore, length } });
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
              const parts = [fill.rod, fill.insert, ...Object.values(fill.poured), fill.shot];
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

const draft = (n: number, count = WAYS[n]!.count) =>
  draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: BAITS.findIndex((bait) => bait.name === WAYS[n]!.bait) + 1,
        colourway: COLOURWAYS.findIndex((colourway) => colourway.name === WAYS[n]!.colourway) + 1,
        count,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );

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

test('property: more spares wanted, or more asked for, never means fewer baits or a smaller chance', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: WAYS.length - 1 }),
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 1, max: 30 }),
      fc.integer({ min: 1, max: 4 }),
      (n, count, more, extra) => {
        const at = (c: number, x: number) => {
          const input = draft(n, c);
          return planSession({ ...input, jobs: [{ ...input.jobs[0]!, extra: x }] }, METRIC);
        };
        const [less, asked, spared] = [at(count, 0), at(count + more, 0), at(count, extra)];
        assert.ok(less.ok && asked.ok && spared.ok);
        assert.ok(
          asked.totals.baits >= less.totals.baits && spared.totals.baits > less.totals.baits,
        );
        less.runs.forEach((run, i) =>
          assert.ok(
            spared.runs[i]!.baits >= run.baits &&
              (run.makes !== 'bait' || spared.runs[i]!.chance >= run.chance),
          ),
        );
      },
    ),
    { numRuns: 60 },
  );
});

test('inserts are shot for every body with its spares; those on the shelf are taken first', () => {
  const input = draft(8, 20);
  const [tails, bodies] = planSession(input, METRIC).runs;
  assert.equal(tails!.need, bodies!.baits);
  const job = input.jobs[0]!;
  const stocked = {
    ...input,
    jobs: [
      { ...job, tools: job.tools.map((tool, i) => ({ ...tool, fromShelf: i === 1 ? 10 : 0 })) },
    ],
  };
  assert.equal(planSession(stocked, METRIC).runs[0]!.need, bodies!.baits - 10);
  const kind = draftPlan(
    { ...SHELF, inserts: [{ kind: 'tail:8:4', count: 500 }] },
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: 1,
        colourway: COLOURWAYS.findIndex((colourway) => colourway.build === 'tailLaminate') + 1,
        count: 20,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
  assert.equal(kind.jobs[0]!.tools[1]!.fromShelf, 20);
});

test('what does not fit is said: block, halves, inserts, rods, places, channels', () => {
  const odd = (change: (build: Build) => void): string[] => {
    const build = structuredClone(BUILDS.laminateCore) as Build;
    change(build);
    return checkBuild(build).map((misfit) => misfit.code);
  };
  assert.deepEqual(
    odd((build) => void (build.stages[0]!.block = 'triple')),
    ['block-barrels'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[0]!.block = null)),
    ['no-block'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[0]!.rods = false)),
    ['no-channel'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[0]!.layers[1]!.place = 'back')),
    ['same-place'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[1]!.takes = null)),
    ['core-alone', 'unused'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[1]!.layers[0]!.key = 'back')),
    ['layer-twice'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages = build.stages.slice(0, 1))),
    ['makes', 'unused'],
  );
  assert.ok(
    overlap('upper', 'back') &&
      overlap('whole', 'belly') &&
      !overlap('back', 'belly') &&
      !overlap('upper', 'side') &&
      !overlap('patchA', 'patchB') &&
      !overlap('spot', 'back'),
  );
  const codes = (input: ReturnType<typeof draft>) =>
    planSession(input, METRIC)
      .remarks.filter((remark) => remark.weight === 'refused')
      .map((remark) => remark.code);
  const tooled = (count: number, i: number, part: object) => {
    const input = draft(count);
    return {
      ...input,
      jobs: [
        {
          ...input.jobs[0]!,
          tools: input.jobs[0]!.tools.map((tool, k) => (k === i ? { ...tool, ...part } : tool)),
        },
      ],
    };
  };
  const plain = { id: 99, mould: mould(4, 9, { name: 'plain' }) };
  assert.deepEqual(codes(tooled(8, 1, { moulds: [plain] })), ['not-accepted']);
  assert.deepEqual(codes(tooled(6, 0, { moulds: [plain] })), ['no-rods', 'not-accepted']);
  assert.deepEqual(codes(tooled(8, 0, { moulds: [] })), ['no-mould', 'no-source']);
  const huge = { id: 98, mould: mould(4, 90, { name: 'Eel tail 24, tail mould', makes: 'tail' }) };
  assert.deepEqual(codes(tooled(8, 0, { moulds: [huge] })).at(-1), 'no-room');
  assert.equal(lieOf({ name: 'a', takes: [], rod: null }, 'a'), null);
});

test('where the line sits: two layers as published, three by symmetry, and along the bait by area', () => {
  near(portLine([0.5, 0.5])[0]!, 0.5, 1e-9);
  near(portLine([2 / 3, 1 / 3])[0]!, 0.613, 5e-4);
  near(portLine([0.5, 0.5], [2, 1])[0]!, 0.529, 5e-4);
  const [a, b] = portLine([1 / 3, 1 / 3, 1 / 3]) as [number, number];
  near(a + b, 1, 1e-9);
  near(a, 1 - 0.613, 5e-4); // a third of the flow from one wall, wherever the rest divides
  near(levelOf(0.5), 0, 1e-9);
  // By hand: the cap above y = 1/2 of a circle has (π/3 − √3/4)/π = 0.195501 of its area.
  near(levelOf(1 - 0.1955011), 0.5, 1e-6);
});

test(
  'barrels are given to colours so that the fewest want cleaning: never dearer than in ' +
    'order, and the best of all ways',
  () => {
    const arb = fc.array(
      fc.record({ a: fc.integer({ min: 1, max: 4 }), b: fc.integer({ min: 1, max: 4 }) }),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(arb, (evening) => {
        const light = (mix: number) => mix / 5;
        const fillings = evening.map(({ a, b }, i) => ({
          run: String(i),
          injector: 1,
          barrels: injector(30, 30).barrels,
          mixes: [a, b].map((mix) => ({ mix, light: light(mix) })),
        }));
        const cost = (swaps: boolean[]) => {
          let held: (number | null)[] = [null, null];
          return evening.reduce((sum, { a, b }, i) => {
            const now = swaps[i] ? [b, a] : [a, b];
            const spent = now.reduce(
              (x, mix, k) => x + (held[k] === null || held[k] === mix ? 0 : mix > held[k]! ? 3 : 1),
              0,
            );
            held = now;
            return sum + spent;
          }, 0);
        };
        const all = Array.from({ length: 2 ** evening.length }, (_, count) =>
          cost(evening.map((_, i) => Boolean(count & (1 << i)))),
        );
        assert.equal(assignBarrels(fillings).cost, Math.min(...all));
      }),
    );
    const unequal = assignBarrels([
      {
        run: 'x',
        injector: 1,
        barrels: injector(30, 20).barrels,
        mixes: [
          { mix: 1, light: 0 },
          { mix: 2, light: 1 },
        ],
      },
      {
        run: 'y',
        injector: 1,
        barrels: injector(30, 20).barrels,
        mixes: [
          { mix: 2, light: 1 },
          { mix: 1, light: 0 },
        ],
      },
    ]);
    assert.deepEqual(unequal.orders, [
      [0, 1],
      [0, 1],
    ]);
    near(lightness('#ffffff') - lightness('#000000'), 1, 1e-12);
  },
);

test('closures: opposite corners first, every one once; soft jaws, castings and brittle faces are minded', () => {
  assert.deepEqual(tightening(4), [1, 4, 2, 3]);
  for (let count = 1; count < 13; count++)
    assert.deepEqual(
      [...tightening(count)].sort((one, other) => one - other),
      Array.from({ length: count }, (_, i) => i + 1),
    );
  const care = (over: Partial<Mould>) => closingCare(mould(2, 5, over)).join(' ');
  assert.match(care({ closure: 'vice' }), /soft jaws/i);
  assert.match(care({ metal: 'cast' }), /[Ff]irmer/);
  assert.match(care({ metal: 'epoxy', closure: 'screws' }), /cracks/);
  assert.match(care({ loose: ['hook-slot plate'] }), /Hook-slot plate in its slot first/);
  assert.deepEqual(closingCare(mould(2, 5, { closure: 'open', closures: 0 })), []);
});

test('places draw inside the bait: bands in order, within its edges', () => {
  for (const [key, place] of Object.entries(PLACES))
    for (const band of place.bands)
      for (let from = band.from; from <= band.to; from += 0.01) {
        const [unit, l] = band.edges(from);
        assert.ok(
          unit <= 1 + 1e-9 && l >= -1 - 1e-9 && unit >= l - 1e-9,
          `${key} at ${from}: ${unit} ${l}`,
        );
      }
  assert.ok(layersOf(BUILDS.dipped as Build).some((layer) => layer.key === 'tip'));
  assert.ok(baitMass(stageMass(stage('single'), bodyMould, null)) > 0);
});
