import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Asked, PlanInput } from '@/core/plan/index.ts';
import { draftPlan, leftUses, leftUsesSaid, planSession, pullSheet } from '@/core/plan/index.ts';
import { MELT_YIELD } from '@/core/plastic/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { colourOfShot, rungsOf, snapshotFrom } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { benchOn } from '../bench.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';
import { pucksOf } from '../pucks.ts';
import { unbalanced } from '../randomLog.ts';
import { nextStep } from '../said.ts';

const fresh = draftPlan(SHELF, [WANTED[0]!], DEFAULTS);
const begunWith = (grams: number): PlanInput => ({
  ...fresh,
  cups: fresh.cups.map((cup, i) =>
    i === 0
      ? { ...cup, begins: { of: { id: 7, name: 'Greens', plastic: pucksOf(cup, 300) }, grams } }
      : cup,
  ),
});
const [first] = fresh.cups;
const planned = (input: PlanInput) => {
  const plan = planSession(input, METRIC);
  assert.ok(plan.ok, plan.remarks[0]?.sentence);
  return { plan, cup: plan.cups.find(({ id }) => id === first!.id)! };
};

test('property: pucks take the place of as much fresh, and no gram of a plan is made or lost', () => {
  const all = planned(fresh);
  fc.assert(
    fc.property(fc.double({ min: 20, max: 150, noNaN: true }), (grams) => {
      const { plan, cup } = planned(begunWith(grams));
      const { totals } = plan;
      assert.equal(plan.shots.length, all.plan.shots.length);
      const inIt = totals.freshG + MELT_YIELD * totals.tubsG;
      near(totals.baitsG + totals.puckG + totals.lostG + totals.leftG, inIt, 1e-6);
      // What is saved is what the pucks give, but for the step charges are measured out in.
      const saved = all.cup.freshG - cup.freshG;
      const step = fresh.settings.step * (first!.density20 ?? 1.03);
      assert.ok(saved <= MELT_YIELD * grams + step && saved >= MELT_YIELD * grams - step - 1e-6);
      assert.ok(cup.heatsDrawn > all.cup.heatsDrawn, 'it has been through fusion once more');
    }),
    { numRuns: 40 },
  );
});

test('what is laid out: the tub, less colour by what the pucks bring, as much stabiliser as before', () => {
  const doses = (input: PlanInput) => {
    const { plan, cup } = planned(input);
    const sheet = pullSheet({ ...plan, cups: [cup] }, input, METRIC);
    const figure = (what: string) =>
      Number.parseFloat(sheet.find((item) => item.what === what)?.amount ?? '0');
    return { sheet, stabiliser: figure('Stabiliser'), pigment: figure(pigment) };
  };
  const pigment = first!.recipe.ladder.find(
    ({ kind, dimension }) => kind === 'pigment' && dimension === 'drops',
  )!.what;
  const [before, after] = [doses(fresh), doses(begunWith(120))];
  const tub = after.sheet.find(({ key }) => key.startsWith('tub/7/'))!;
  assert.match(tub.amount, /^120/);
  assert.match(tub.note!, /cut it up small the night before/);
  assert.ok(after.pigment < before.pigment, `${after.pigment} of ${before.pigment} drops`);
  assert.ok(Math.abs(after.stabiliser - before.stabiliser) <= 1);
  for (const { amount } of after.sheet)
    assert.doesNotMatch(amount, /\d\.\d+ dr/, 'nobody counts a tenth of a drop');
});

test('at the bench pucks are a cup’s first charge: one press, and colour asks for what is wanting', () => {
  const bench = benchOn(snapshotFrom('Begun from pucks', begunWith(120), DEFAULT_SHOP));
  const measured = bench.follow((state) => {
    const step = nextStep(state, bench.now());
    return step?.key === 'dose' && step.target === first!.id;
  });
  assert.match(nextStep(measured, bench.now())!.sentence, /^Cut up 120 g of Greens into [A-Z]/);
  const charged = bench.follow((state) => state.cups.get(first!.id)!.charges > 0);
  const cup = charged.cups.get(first!.id)!;
  near(cup.remeltG, 120, 1e-9);
  assert.ok(cup.plannedCharges[1]! > 0);
  near(cup.freshG, cup.plannedCharges[1]!, 1e-9);
  assert.equal(charged.taken.length, 1);
  // What the pucks brought of each pigment is in it; the rest is asked for.
  for (const rung of rungsOf(cup).filter(({ when }) => when !== 'cold')) {
    const share = 120 / cup.grams;
    assert.ok(Math.abs(rung.inIt - share * rung.wanted) < 0.06 * rung.wanted + 1e-6, rung.what);
  }
  const end = bench.follow((state) => state.phase.is === 'finished');
  assert.equal(end.phase.is, 'finished');
  assert.ok(Math.abs(unbalanced(end)) < 1e-9);
});

test(
  'what is left of a cup: a whole shot with the smallest injector that takes it, else ' +
    'some by hand, laid moulds first',
  () => {
    const lone = SHELF.colourways.find(({ spec }) => spec.build === 'single')!;
    const left = (grams: number, mix = lone.spec.layers.body!) => ({
      mix,
      grams,
      density20: 1.03,
      grade: 'medium' as const,
      celsius: 165,
    });
    const around = (laid: number[] = [], asked: Asked[] = []) => ({
      shelf: SHELF,
      laid: new Set(laid),
      asked,
    });
    assert.deepEqual(leftUses(left(0), around()), []);
    assert.deepEqual(leftUses(left(0.5), around()), [], 'not one bait is in it');
    const all = (uses: ReturnType<typeof leftUses>) => {
      for (const { share, baits } of uses) assert.ok(share > 0 && share <= 1 + 1e-9 && baits > 0);
      return uses;
    };
    const much = all(leftUses(left(150), around()));
    assert.ok(much.some(({ injector }) => injector !== null));
    const small = all(leftUses(left(12), around()));
    assert.ok(
      small.length > 0 && small.every(({ injector }) => injector === null),
      'too little to draw',
    );
    // The best mould that is fetched loses to as good a one that stands there.
    const [best] = much;
    const own = SHELF.baits.find(({ spec }) => spec.name === best!.bait)!.spec.mouldIds;
    assert.equal(leftUses(left(150), around(own))[0]!.bait, best!.bait);
    assert.match(leftUsesSaid(small), /^\d+ .* by hand/);
    // What somebody has asked for comes before what has to find a taker.
    const other = all(leftUses(left(150), around(own)))[1]!;
    const bait = SHELF.baits.find(({ spec }) => spec.name === other.bait)!;
    const asked = [{ bait: bait.id, colourway: lone.id, rest: 3 * other.baits }];
    const wanted = leftUses(left(150), around(own.concat(bait.spec.mouldIds), asked))[0]!;
    assert.deepEqual([wanted.bait, wanted.asked], [other.bait, wanted.baits]);
    assert.match(leftUsesSaid([wanted]), new RegExp(`, ${wanted.asked} of them asked for$`));
    // One colour of a laminate that is asked for: half of each bait, and no more than are wanted.
    const dual = SHELF.colourways.find(({ spec }) => spec.build === 'dual')!;
    const back = dual.spec.layers.back!;
    const eel = SHELF.baits.find(({ spec }) => spec.name === 'Slip eel 95')!;
    const half = (rest: number, grams: number) =>
      leftUses(
        left(grams, back),
        around(eel.spec.mouldIds, [{ bait: eel.id, colourway: dual.id, rest }]),
      ).find(({ beside }) => beside === dual.spec.name);
    assert.equal(half(1, 400), undefined, 'hardly any of it');
    const [few, more] = [half(200, 40)!, half(200, 80)!];
    near(more.baits / few.baits, 2, 0.35, 'twice the plastic, twice the baits');
    assert.ok(few.share <= 1 && more.share <= 1);
    assert.equal(half(few.baits - 1, 40)!.baits, few.baits - 1, 'no more than are asked for');
    assert.match(leftUsesSaid([few]), /^one colour of \d+ Slip eel 95, .*, that are asked for$/);
  },
);

test('remelt alone: what the pucks brought is not put in again, and the shots are of their colourway', () => {
  const single = SHELF.colourways.find(({ spec }) => spec.build === 'single')!;
  const wanted = { ...WANTED[0]!, colourway: single.id, bait: SHELF.baits[0]!.id, count: 8 };
  const input = draftPlan(SHELF, [wanted], DEFAULTS);
  const [cup] = input.cups;
  for (const unknown of [0, 1]) {
    const plastic = { ...pucksOf(cup!, 900), unknownG: 900 * unknown };
    const begins = { of: { id: 7, name: 'Whites', plastic }, grams: 300 };
    const snapshot = {
      ...snapshotFrom('Remelt alone', { ...input, cups: [{ ...cup!, begins }] }, DEFAULT_SHOP),
      colour: { materials: MATERIALS, versions: {}, dosing: 'drops' as const },
    };
    const bench = benchOn(snapshot);
    const asked = bench.follow((state) => nextStep(state, bench.now())?.key === 'colour');
    const step = nextStep(asked, bench.now())!;
    assert.deepEqual(step.also, [], `${unknown}: ${String(step.detail)}`);
    assert.match(step.sentence, /nothing to add/);
    const end = bench.follow((state) => state.phase.is === 'finished');
    if (unknown === 0)
      for (const shot of end.shots.values())
        assert.equal(colourOfShot(end, shot).id, single.id, 'as its pucks were');
    assert.ok(Math.abs(unbalanced(end)) < 1e-9);
  }
});
