import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Plan, PlanInput } from '@/core/plan/index.ts';
import { draftPlan, planSession, runsOf } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import type { LaidEvening, LaidStep, Work } from '@/core/tape/index.ts';
import { layEvening, schedule, secondsOf, spansOf, tapeOf } from '@/core/tape/index.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';
import { randomPlan } from '../randomPlan.ts';
import { timing } from './tapeKit.ts';

/** Plans that work out, no longer than an evening or two, each laid on so many ovens and hands. */
function eachLaid(see: (laid: LaidEvening, plan: Plan, input: PlanInput) => void, runs = 120) {
  let seen = 0;
  fc.assert(
    fc.property(
      randomPlan,
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 1, max: 3 }),
      (input, ovens, pairs) => {
        const plan = planSession(input, METRIC);
        if (!plan.ok || plan.draws.length > 120) return;
        seen += 1;
        see(layEvening(plan, input, timing(ovens, pairs)), plan, input);
      },
    ),
    { numRuns: runs, seed: 5 },
  );
  assert.ok(seen > runs / 8, `${seen} plans`);
}
const byLane = (steps: readonly LaidStep[]): Map<string, LaidStep[]> => {
  const lanes = new Map<string, LaidStep[]>();
  for (const step of steps)
    for (const lane of step.lanes) lanes.set(lane, [...(lanes.get(lane) ?? []), step]);
  return lanes;
};
const stepOf = (steps: readonly LaidStep[], act: string, shot: number): LaidStep =>
  steps.find((step) => step.act === act && step.work.of.shot === shot)!;

test('property: no lane holds two things at once, and what follows begins after what it waits for', () => {
  eachLaid(({ steps, ends }) => {
    for (const [lane, own] of byLane(steps)) {
      const sorted = [...own].sort((one, other) => one.from - other.from || one.to - other.to);
      for (const [nth, step] of sorted.entries())
        assert.ok(nth === 0 || step.from >= sorted[nth - 1]!.to - 1e-6, lane);
    }
    const ended = new Map<string, number>();
    for (const { work, to } of steps) ended.set(work.key, Math.max(ended.get(work.key) ?? 0, to));
    for (const { work, from, to } of steps) {
      for (const key of work.after) assert.ok(from >= (ended.get(key) ?? 0) - 1e-6, work.key);
      assert.ok(to <= ends + 1e-6);
    }
  });
});

test('property: a mould is closed again only when it was opened, and opened only when its bait is firm', () => {
  eachLaid(({ steps }, plan) => {
    const last = new Map<number, number>();
    for (const { n: shot, mould } of plan.shots) {
      const opened = stepOf(steps, 'mouldOpened', shot);
      const draws = plan.draws.filter((draw) => draw.shots.includes(shot));
      const closed = steps.find(
        ({ act, work, lanes }) =>
          act === 'closed' && work.of.draw === draws[0]!.n && lanes.includes(`mould:${mould}`),
      )!;
      assert.ok(closed.from >= (last.get(mould) ?? 0) - 1e-6);
      assert.ok(opened.from >= stepOf(steps, 'cooling', shot).to - 1e-6);
      const lastDraw = steps.find(
        ({ act, work }) => act === 'held' && work.of.draw === draws.at(-1)!.n,
      )!;
      assert.ok(opened.from > lastDraw.to);
      last.set(mould, opened.to);
    }
  });
});

test('property: a cup is drawn from when it is cooked', () => {
  eachLaid(({ steps }, plan) => {
    for (const draw of plan.draws) {
      const drawn = steps.find(({ act, work }) => act === 'drawn' && work.of.draw === draw.n)!;
      for (const { cup } of draw.barrels) {
        const cooks = steps.filter(
          ({ act, work, from }) => act === 'cookLook' && work.of.cup === cup && from < drawn.from,
        );
        assert.ok(cooks.length >= 2 && cooks.every(({ to }) => to <= drawn.from + 1e-6));
      }
    }
  });
});

test('inserts are laid by before their bodies are drawn, in every way of the shop that takes them', () => {
  let bodies = 0;
  for (const { id: colourway } of SHELF.colourways)
    for (const { id: bait } of SHELF.baits) {
      const input = draftPlan(SHELF, [{ ...WANTED[0]!, bait, colourway, count: 6 }], DEFAULTS);
      const plan = planSession(input, METRIC);
      const runs = input.jobs.flatMap(runsOf);
      const takes = runs.find(({ stage }) => stage.takes !== null);
      if (!plan.ok || !takes) continue;
      const { steps } = layEvening(plan, input, timing(2, 2));
      const makes = runs.find(({ stage }) => stage.key === takes.stage.takes)!;
      const made = plan.shots.filter(({ job }) => job === makes.key);
      const drawn = steps.filter(({ act, work }) => act === 'drawn' && work.of.run === takes.key);
      bodies += drawn.length;
      for (const { n: shot } of made)
        assert.ok(drawn.every(({ from }) => stepOf(steps, 'kept', shot).to <= from + 1e-6));
    }
  assert.ok(bodies > 20, `${bodies} draws of bodies`);
});

test('property: the hands that shoot are somewhere all evening, and the parts add up to it', () => {
  eachLaid((laid) => {
    let at = 0;
    for (const { from, to } of spansOf(laid)) {
      near(from, at, 1e-6);
      at = to;
    }
    near(at, laid.ends, 1e-6);
    near(
      Object.values(secondsOf(laid)).reduce((sum, one) => sum + one, 0),
      laid.ends,
      1e-6,
    );
  });
});

test('property: a cup is never under empty or over what it holds, and no lane is at work longer than it lasts', () => {
  eachLaid((laid, plan) => {
    const { cups, shares, racked } = tapeOf(laid);
    for (const { level, heat, most } of cups) {
      assert.ok(level.every(({ ml }) => ml >= 0 && ml <= most * 1.02 + 1));
      assert.ok(heat.every(({ celsius }) => celsius > 10 && celsius < 215));
    }
    for (const { share } of shares) assert.ok(share > 0 && share <= 1 + 1e-9);
    const good = plan.runs.filter(({ makes }) => makes === 'bait');
    assert.equal(
      racked.at(-1)?.baits ?? 0,
      good.reduce((sum, run) => sum + run.baits, 0),
    );
  }, 60);
});

test('two jobs that share a lane follow each other, two that do not go side by side; a circle is refused', () => {
  const work = (key: string, lane: string, after: string[] = []): Work => ({
    ...{ key, after, of: {} },
    steps: [{ act: 'shot', wants: [[lane]], seconds: 10 }],
  });
  const times = (works: Work[]) => schedule(works).map(({ work: { key }, from }) => [key, from]);
  assert.deepEqual(times([work('a', 'x'), work('b', 'x')]), [
    ['a', 0],
    ['b', 10],
  ]);
  assert.deepEqual(times([work('a', 'x'), work('b', 'y'), work('c', 'x', ['b'])]), [
    ['a', 0],
    ['b', 0],
    ['c', 10],
  ]);
  assert.throws(() => schedule([work('a', 'x', ['b']), work('b', 'y', ['a'])]), /wait/);
  assert.throws(() => schedule([work('a', 'x', ['nobody'])]), /wait/);
});
