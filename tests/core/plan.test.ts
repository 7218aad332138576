import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { PlanInput } from '@/core/plan/index.ts';
import { draftPlan, MOST_SHOTS, planSession, pullSheet, spoon } from '@/core/plan/index.ts';
import { near } from '../near.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { DEFAULTS, demoPlan, SHELF, WANTED } from '../demoPlan.ts';

const draft = (bait: number, colourway: number, count = 30): PlanInput =>
  draftPlan(SHELF, [{ ...WANTED[0]!, bait, colourway, count }], DEFAULTS);
const codes = (input: PlanInput) => planSession(input, METRIC).remarks.map((remark) => remark.code);
const first = (input: PlanInput, change: Partial<PlanInput['jobs'][number]>): PlanInput => ({
  ...input,
  jobs: [{ ...input.jobs[0]!, ...change }],
});
const tooled = (
  input: PlanInput,
  change: Partial<PlanInput['jobs'][number]['tools'][number]>,
): PlanInput =>
  first(input, { tools: input.jobs[0]!.tools.map((tool) => ({ ...tool, ...change })) });

test('lines that share a bait and a colourway become one job, soonest due first', () => {
  const plan = demoPlan();
  assert.equal(plan.jobs.length, 1);
  assert.deepEqual(
    plan.jobs[0]!.lines.map((line) => line.count),
    [20, 12],
  );
  assert.equal(plan.jobs[0]!.tools[0]!.injector?.injector.barrels.length, 2);
});

test(
  'a line of a hundred thousand is refused before anything is laid; as many shots as a ' +
    'session holds are laid',
  () => {
    assert.deepEqual(codes(draft(1, 1, 100_000)), ['shots']);
    assert.deepEqual(codes(tooled(draft(1, 1, 9000), { good: 0.3 })), ['shots']);
    const most = planSession(tooled(draft(1, 1, 7000), { good: 0.95, strength: 1e6 }), METRIC);
    assert.ok(
      most.ok && most.shots.length > 900 && most.shots.length <= MOST_SHOTS,
      String(most.shots.length),
    );
  },
);

test('by hand: 7 shots of eight for 48 at 92 %, and what each barrel draws', () => {
  const input = tooled(draft(1, 1, 48), { good: 0.92 });
  const plan = planSession(input, METRIC);
  assert.deepEqual(plan.remarks, []);
  const [job] = plan.runs;
  assert.deepEqual([job!.shots, job!.baits], [7, 56]);
  // Σ baits 54.4 g weighed (each within 1.2 %), runner 9 + sprue 4 mL at ρ(110); half of it at
  // ρ(163), + purge 1 + heel 2.4 + half the block's 4.
  const baits = input.jobs[0]!.tools[0]!.moulds[0]!.mould.cavities.reduce(
    (sum, cavity) => sum + cavity.measured,
    0,
  );
  const grams = baits + 13 * 1.03 * Math.exp(-0.063);
  const expected = grams / (1.03 * Math.exp(-7e-4 * 143)) / 2 + 1 + 2.4 + 2;
  assert.ok(Math.abs(job!.barrels[0]!.perShot - expected) < 1e-9);
});

test('refusals in plain words', () => {
  const input = draft(1, 1);
  const small = {
    id: 9,
    injector: {
      name: 'Thimble',
      barrels: [
        { bore: 20, volume: 20, heel: 2, mark: '' },
        { bore: 20, volume: 20, heel: 2, mark: '' },
      ],
      note: '',
    },
  };
  assert.deepEqual(codes(tooled(input, { injector: small })), ['barrel-too-small']);
  assert.match(
    planSession(tooled(input, { injector: small }), METRIC).remarks[0]!.sentence,
    /\d+\.\d mL too small for one mould/,
  );
  assert.deepEqual(codes(tooled(input, { block: null })), ['no-block']);
  assert.deepEqual(codes(tooled(input, { injector: null })), ['no-injector']);
  assert.deepEqual(codes(first(input, { layers: { back: 1, belly: null } })), ['no-mix']);
  assert.deepEqual(codes(tooled(input, { moulds: [] })), ['no-mould']);
  assert.deepEqual(
    codes(tooled(input, { injector: { id: 1, injector: SHELF.injectors[0]!.spec } })),
    ['wrong-barrels'],
  );
  assert.deepEqual(codes({ ...input, jobs: [] }), ['nothing']);
  const thimble = {
    id: 9,
    vessel: { name: 'Eggcup', volume: 45, bore: 40, fill: 0.9, froth: 0.5 },
  };
  const plan = planSession(
    { ...input, cups: input.cups.map((cup) => ({ ...cup, vessel: thimble })) },
    METRIC,
  );
  assert.ok(!plan.ok);
  assert.match(plan.remarks[0]!.sentence, /Eggcup may hold 41 mL .* one draw needs \d+ mL more/);
});

test('a grade that does not suit the bait is questioned, and the plan stands', () => {
  const input = draft(1, 1);
  const plan = planSession(
    {
      ...input,
      cups: input.cups.map((cup) => ({
        ...cup,
        recipe: { ...cup.recipe, grade: 'floating' as const },
      })),
    },
    METRIC,
  );
  assert.ok(plan.ok);
  assert.deepEqual([...new Set(plan.remarks.map((remark) => remark.code))], ['grade']);
});

test('a plastisol of its own density: baits weigh by it, and a cup’s mL are its grams by it', () => {
  const input = draft(1, 1);
  const of = (density20: number) =>
    planSession({ ...input, cups: input.cups.map((cup) => ({ ...cup, density20 })) }, METRIC);
  const [usual, light] = [of(1.03), of(0.97)];
  assert.ok(usual.ok && light.ok);
  assert.deepEqual(usual, planSession(input, METRIC), 'its grade’s usual, where nobody said more');
  // Cavities hold so many mL of whatever is shot into them.
  near(light.totals.baitsG / usual.totals.baitsG, 0.97 / 1.03, 1e-9);
  for (const cup of light.cups)
    for (const { grams, coldMl } of cup.charges) near(coldMl, grams / 0.97, 1e-9);
});

test('a cup for the vacuum pot is filled to its froth limit, and charged more often', () => {
  const input = draft(1, 1, 90);
  const big = { id: 2, vessel: SHELF.vessels[1]!.spec };
  const open = planSession(
    { ...input, cups: input.cups.map((cup) => ({ ...cup, vessel: big })) },
    METRIC,
  );
  const pot = planSession(
    {
      ...input,
      cups: input.cups.map((cup) => ({ ...cup, vessel: big, degas: 'after colour' as const })),
    },
    METRIC,
  );
  assert.ok(pot.ok && pot.cups[0]!.charges.length > open.cups[0]!.charges.length);
  for (const cup of [...pot.cups, ...open.cups])
    assert.ok(Math.max(...cup.charges.map((charge) => charge.hotMl)) <= cup.limitMl + 1e-6);
});

test('property: any plan that stands conserves mass and keeps every cup under its limit', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 8 }),
      fc.integer({ min: 1, max: 8 }),
      fc.integer({ min: 1, max: 150 }),
      fc.constantFrom<'push' | 'plug'>('push', 'plug'),
      fc.constantFrom('puck', 'back', 'belly'),
      fc.integer({ min: 0, max: 3 }),
      (bait, colourway, count, habit, mixedTo, trials) => {
        const plan = planSession(
          first(tooled(draft(bait, colourway, count), { habit, mixedTo }), { trials }),
          METRIC,
        );
        if (!plan.ok) return;
        const { freshG, baitsG, puckG, lostG, leftG } = plan.totals;
        assert.ok(
          Math.abs(freshG - baitsG - puckG - lostG - leftG) < 1e-9 * freshG,
          `${freshG} g in`,
        );
        for (const cup of plan.cups)
          for (const charge of cup.charges) assert.ok(charge.hotMl <= cup.limitMl + 1e-6);
        for (const run of plan.runs)
          for (const barrel of run.barrels) assert.ok(barrel.perDraw <= barrel.holds + 1e-6);
        assert.ok(plan.totals.baits >= plan.totals.need);
      },
    ),
    { numRuns: 150 },
  );
});

test('the pull sheet names everything once, with the plastisol of every charge', () => {
  const input = demoPlan();
  const plan = planSession(input, METRIC);
  const sheet = pullSheet(plan, input, METRIC);
  assert.equal(new Set(sheet.map((item) => item.key)).size, sheet.length);
  assert.equal(
    sheet.find((item) => item.what === 'Plastisol, medium')?.amount,
    `${Math.round(plan.totals.freshMl)} mL`,
  );
  assert.equal(sheet.find((item) => item.what === 'Clamps')?.amount, '4');
  for (const what of [
    'Slip eel 95, long mould',
    'Slip eel 95, second',
    'Twin 120',
    'Dual block, brass plug',
    'Thermometer',
  ])
    assert.ok(
      sheet.some((item) => item.what === what),
      what,
    );
});

test('small volumes are said in scoops', () => {
  const tsp = 4.92892159375;
  assert.equal(spoon(tsp / 4, METRIC), '1/4 tsp');
  assert.equal(spoon(tsp * (1 / 8 + 1 / 32), METRIC), '1/8 + 1/32 tsp');
  assert.equal(spoon(tsp * 2, METRIC), '2 × 1 tsp');
  assert.equal(spoon(tsp / 300, METRIC), 'a dusting');
});

test('a pigment in drops in one mix and by weight in another is on the pull sheet as both', () => {
  const input = structuredClone(demoPlan());
  assert.ok(input.cups.length >= 2);
  const [one, other] = input.cups.map((cup) => cup.recipe);
  const green = { what: 'Green no. 2', kind: 'pigment', when: 'clear' } as const;
  one!.ladder = [{ ...green, amount: 6, dimension: 'drops' }];
  other!.ladder = [{ ...green, amount: 0.8, dimension: 'mass' }];
  const colours = () =>
    pullSheet(planSession(input, METRIC), input, METRIC).filter((item) => item.what === green.what);
  assert.equal(colours().length, 2, 'drops, and grams');
  assert.ok(colours().some((item) => / dr$/.test(item.amount)));
  assert.ok(colours().some((item) => / g$/.test(item.amount)));
  assert.equal(new Set(colours().map((item) => item.key)).size, 2, 'each is ticked by itself');
});
