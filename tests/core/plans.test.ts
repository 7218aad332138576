import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Plan, PlanInput } from '@/core/plan/index.ts';
import { planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { randomPlan } from '../randomPlan.ts';

const PLANS = Number(process.env.PLANS ?? 300);
const refused = (plan: Plan) => plan.remarks.filter((remark) => remark.weight === 'refused');

test(
  'E18 property: no accepted plan lifts a cup over its limit or draws more than a ' +
    'barrel holds, and no gram is lost',
  () => {
    let stood = 0;
    fc.assert(
      fc.property(randomPlan, (input) => {
        const plan = planSession(input, METRIC);
        if (!plan.ok) return;
        stood += 1;
        for (const cup of plan.cups) {
          assert.ok(
            cup.mostMl <= cup.limitMl + 1e-6,
            `${cup.name}: ${cup.mostMl} mL of ${cup.limitMl}`,
          );
        }
        for (const run of plan.runs) {
          const draws = plan.draws.filter((draw) => draw.job === run.key);
          for (const draw of draws) {
            draw.barrels.forEach((barrel, i) =>
              assert.ok(
                barrel.ml <= run.barrels[i]!.holds + 1e-6,
                `${run.key}: ${barrel.ml} mL into ${run.barrels[i]!.holds}`,
              ),
            );
          }
        }
        const { freshG, baitsG, puckG, lostG, leftG } = plan.totals;
        assert.ok(Math.abs(freshG - baitsG - puckG - lostG - leftG) < 1e-9 * freshG);
      }),
      { numRuns: PLANS },
    );
    assert.ok(stood > PLANS / 6, `only ${stood} plans stood`);
  },
);

/** Cups and barrels made larger by what the sentences of a refusal ask for. */
function larger(input: PlanInput, plan: Plan): PlanInput {
  const asked = (sentence: string): number =>
    Number(/needs ([\d,.]+) mL more/.exec(sentence)![1]!.replaceAll(',', ''));
  const more = new Map(
    refused(plan)
      .filter((remark) => remark.code === 'cup-too-small')
      .map((remark) => [remark.about, asked(remark.sentence)]),
  );
  return {
    ...input,
    cups: input.cups.map((cup) => {
      const by = more.get(`cup ${cup.id}`);
      if (by === undefined || !cup.vessel) return cup;
      const { vessel } = cup.vessel;
      const share = cup.degas === 'none' ? vessel.fill : Math.min(vessel.fill, vessel.froth);
      return {
        ...cup,
        vessel: { ...cup.vessel, vessel: { ...vessel, volume: vessel.volume + by / share } },
      };
    }),
  };
}

test('E18 property: a cup made larger by what the refusal asks for is not refused again', () => {
  let tried = 0;
  fc.assert(
    fc.property(randomPlan, (input) => {
      const plan = planSession(input, METRIC);
      const codes = new Set(refused(plan).map((remark) => remark.code));
      if (!(codes.size === 1 && codes.has('cup-too-small'))) return;
      tried += 1;
      const again = planSession(larger(input, plan), METRIC);
      assert.deepEqual(refused(again), []);
    }),
    { numRuns: PLANS },
  );
  assert.ok(tried > PLANS / 20, `only ${tried} were refused`);
});
