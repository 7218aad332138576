import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { begunFrom, otherMakeUp, type TubKnown } from '@/core/ahead/index.ts';
import type { CupChoice } from '@/core/plan/index.ts';
import { draftPlan, planSession } from '@/core/plan/index.ts';
import { isOfRecipe } from '@/core/plan/begins.ts';
import { MELT_YIELD, type Plastic } from '@/core/plastic/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';
import { pucksOf } from '../pucks.ts';

const sessions = [WANTED.slice(0, 1), WANTED.slice(0, 2)].map((wanted) => {
  const input = draftPlan(SHELF, wanted, DEFAULTS);
  return { input, plan: planSession(input, METRIC) };
});
const choices = sessions.flatMap(({ input }) => input.cups);
const [first] = choices;
/** Only plastic of a cup's own make-up is to be had. */
const ownAlone = () => null;
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
        const inputs = begunFrom([null, ...sessions], tubs, ownAlone).map(
          (begun) => begun && begun.input,
        );
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
  const lone = begunFrom(sessions, [tubOf(9, first!, pucksOf(first!, 60))], ownAlone).map(
    (begun) => begun!.input,
  );
  near(lone[0]!.cups[0]!.begins!.grams, 60, 1e-9, 'the soonest session has it');
  assert.ok(lone[1]!.cups.every(({ begins }) => !begins));
});

test('a cup is begun from plastic of another make-up where none of its own is left, as much as it takes', () => {
  const [session] = sessions;
  const choice = session!.input.cups[0]!;
  const goes = { share: 0.5, apart: { mid: 2, high: 3 }, flake: false };
  const others = [1, 2].map((id) => ({
    ...tubOf(id, choice, pucksOf(choice, 400)),
    grade: 'hard' as const,
  }));
  const asked: string[] = [];
  const begin = (own: TubKnown[], said = goes) =>
    begunFrom([session!], [...own, ...others], (tub, cup) => {
      asked.push(`${tub.id}/${cup.id}`);
      return cup.id === choice.id ? said : null;
    })[0]!;
  const { input, others: brought } = begin([]);
  const { charges } = session!.plan.cups.find(({ id }) => id === choice.id)!;
  const most = charges[0]!.grams / MELT_YIELD;
  assert.equal(input.cups[0]!.begins!.grams, Math.min(400, Math.floor(0.5 * most)));
  assert.deepEqual([...brought], [[choice.id, goes]]);
  const own = tubOf(9, choice, pucksOf(choice, 5000));
  assert.equal(begin([own]).input.cups[0]!.begins!.of.id, 9, 'its own first');
  assert.equal(begin([own]).others.size, 0);
  // Flake that its mix has none of shows in what is thin.
  const thin = session!.input.jobs.every(({ tools }) =>
    tools.at(-1)!.moulds.every(({ mould }) => mould.cavities.every(({ section }) => section < 10)),
  );
  assert.equal(begin([], { ...goes, flake: true }).input.cups[0]!.begins == null, thin);
});

test('what is not known of a tub, or is worn, goes into no other colour', () => {
  const other = otherMakeUp(MATERIALS.map((material, nth) => ({ ...material, id: nth + 1 })));
  const tub = (id: number, part: Partial<Plastic>) =>
    other(tubOf(id, first!, { ...pucksOf(first!, 400), ...part }), first!);
  assert.equal(tub(1, {})?.share, 1);
  assert.deepEqual([tub(2, { spent: 0.9 }), tub(3, { unknownG: 300 })], [null, null]);
});
