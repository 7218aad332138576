import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { begunFrom, type TubKnown } from '@/core/ahead/index.ts';
import type { CupChoice } from '@/core/plan/index.ts';
import { draftPlan, planSession } from '@/core/plan/index.ts';
import { isOfRecipe } from '@/core/plan/begins.ts';
import { MELT_YIELD, type Plastic } from '@/core/plastic/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';
import { pucksOf } from '../pucks.ts';

const sessions = [WANTED.slice(0, 1), WANTED.slice(0, 2)].map((wanted) => {
  const input = draftPlan(SHELF, wanted, DEFAULTS);
  return { input, plan: planSession(input, METRIC) };
});
const choices = sessions.flatMap(({ input }) => input.cups);
const [first] = choices;
const tubOf = (id: number, choice: CupChoice, plastic: Plastic): TubKnown => ({
  ...{ id, name: `Tub ${id}`, grade: choice.recipe.grade, plastic },
});

test('plastic is of a recipe where it holds that, no more and no less, and is not worn', () => {
  const own = pucksOf(first!, 200);
  const is = (part: Partial<Plastic>) =>
    isOfRecipe({ ...own, ...part }, first!, first!.recipe.grade);
  assert.ok(is({}) && is({ spent: null }), 'as the plan takes it, where nobody knows');
  assert.ok(!isOfRecipe(own, first!, first!.recipe.grade === 'hard' ? 'soft' : 'hard'));
  const pigment = first!.recipe.ladder.findIndex(({ kind }) => kind === 'pigment');
  const times = (by: number) =>
    own.holds.map((held, at) => (at === pigment ? { ...held, amount: by * held.amount } : held));
  assert.ok(is({ holds: times(1.1) }) && !is({ holds: times(1.3) }) && !is({ holds: times(0.7) }));
  const more = { what: 'Something else', dimension: 'drops' as const, amount: 3 };
  assert.ok(!is({ holds: [...own.holds, more] }));
  assert.ok(!is({ unknownG: 40 }) && !is({ spent: 0.8 }) && !is({ grams: 0 }));
});

test('property: cups are begun from tubs of their own colour, no gram twice, the soonest session first', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ at: fc.nat(), grams: fc.double({ min: 1, max: 600, noNaN: true }) }), {
        maxLength: 6,
      }),
      (some) => {
        const tubs = some.map(({ at, grams }, nth) => {
          const choice = choices[at % choices.length]!;
          return tubOf(nth + 1, choice, pucksOf(choice, grams));
        });
        const inputs = begunFrom([null, ...sessions], tubs);
        assert.equal(inputs[0], null);
        const taken = new Map<number, number>();
        for (const [nth, input] of inputs.slice(1).entries())
          for (const cup of input!.cups) {
            const { begins } = cup;
            if (!begins) continue;
            const { id, plastic } = begins.of;
            taken.set(id, (taken.get(id) ?? 0) + begins.grams);
            assert.ok(isOfRecipe(plastic, cup, cup.recipe.grade) && begins.grams >= 30);
            const { charges } = sessions[nth]!.plan.cups.find((one) => one.id === cup.id)!;
            assert.ok(begins.grams * MELT_YIELD <= charges[0]!.grams + 1e-9);
          }
        for (const tub of tubs) assert.ok((taken.get(tub.id) ?? 0) <= tub.plastic.grams + 1e-9);
        // What is begun so is a plan still, with so much less fresh.
        for (const [nth, input] of inputs.slice(1).entries()) {
          const plan = planSession(input!, METRIC);
          assert.ok(plan.ok, plan.remarks[0]?.sentence);
          const { freshG } = sessions[nth]!.plan.totals;
          const saved = MELT_YIELD * plan.totals.tubsG;
          const step = input!.settings.step * 1.03 * input!.cups.length;
          assert.ok(Math.abs(freshG - plan.totals.freshG - saved) <= step + 1e-6);
        }
      },
    ),
    { numRuns: 40, seed: 5 },
  );
  const lone = begunFrom(sessions, [tubOf(9, first!, pucksOf(first!, 60))]);
  near(lone[0]!.cups[0]!.begins!.grams, 60, 1e-9, 'the soonest session has it');
  assert.ok(lone[1]!.cups.every(({ begins }) => !begins));
});
