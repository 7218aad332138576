import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import type { Plan, PlanInput } from '@/core/plan/index.ts';
import { draftPlan, planSession, runsOf } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import type { LaidEvening, LaidStep, TimingKnown, Work } from '@/core/tape/index.ts';
import { HAND_USUAL, layEvening, schedule, secondsOf, spansOf, tapeOf } from '@/core/tape/index.ts';
import { CupPace, MATCH_BURST } from '@/core/tape/cupPace.ts';
import { PUSHES } from '@/core/build/index.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import { DEFAULTS, demoPlan, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';
import { randomPlan } from '../randomPlan.ts';

const known = (ovens: number, pairs: number): TimingKnown => ({
  ...{ oven: { id: 1, oven: OVENS[0]! }, ovens, pairs },
  ...{ learned: NOTHING_LEARNED, hands: {}, room: 18 },
});
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
        see(layEvening(plan, input, known(ovens, pairs)), plan, input);
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
        assert.ok(cooks.length >= 4 && cooks.every(({ to }) => to <= drawn.from + 1e-6));
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
      const { steps } = layEvening(plan, input, known(2, 2));
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

test('one pair of hands and one oven: what they do adds up by hand, and a second pair takes its part over', () => {
  const input = demoPlan();
  const plan = planSession(input, METRIC);
  assert.ok(plan.ok);
  const one = layEvening(plan, input, known(1, 1));
  const handsOf = ({ steps }: LaidEvening, lane: string) =>
    steps
      .filter(({ lanes, act }) => lanes.includes(lane) && act in HAND_USUAL)
      .reduce((sum, { from, to }) => sum + to - from, 0);
  const perShot = ['closed', 'topChecked', 'shot', 'held', 'mouldOpened', 'marked', 'returned'];
  const usual = (act: string) => HAND_USUAL[act as keyof typeof HAND_USUAL];
  const shots = plan.shots.length;
  const cups = plan.cups.length;
  const all =
    shots * (perShot.reduce((sum, act) => sum + usual(act), 0) + usual('racked')) +
    shots * 2 * usual('toppedOff') +
    plan.draws.length * (usual('drawn') + usual('emptied')) +
    cups * (usual('woken') + usual('charged') + usual('coloured')) +
    input.jobs.flatMap(runsOf).flatMap(({ tools }) => tools.moulds).length * usual('warmed');
  near(handsOf(one, 'hands:1'), all, 1e-6);
  const two = layEvening(plan, input, known(1, 2));
  near(handsOf(two, 'hands:1') + handsOf(two, 'hands:2'), all, 1e-6);
  assert.ok(two.ends < one.ends);
  const pulled = two.steps.filter(({ act }) => act === 'mouldOpened');
  assert.ok(pulled.every(({ lanes }) => lanes.includes('hands:2')));
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

test('a cup is warmed for its draw as long as what it lost takes: one drawn from at once, by a short burst', () => {
  const input = demoPlan();
  const plan = planSession(input, METRIC);
  const cup = plan.cups[0]!;
  const choice = input.cups.find(({ id }) => id === cup.id)!;
  const after = (stood: number) => {
    const pace = new CupPace(cup, choice, known(1, 1));
    pace.hotAt(0, 165);
    return pace.warm(stood, { ml: () => 200, shot: 163 });
  };
  assert.equal(after(5), MATCH_BURST);
  const stood = [200, 400, 900, 1800, 3600, 7200].map(after);
  for (const [nth, seconds] of stood.entries())
    assert.ok(seconds > MATCH_BURST && (nth === 0 || seconds > stood[nth - 1]!), `${seconds}`);
  // Cold through, it wants what a cook to the same heat wants, or a little less.
  const cold = new CupPace(cup, choice, known(1, 1), 18);
  const whole = cold.warm(0, { ml: () => 200, shot: 163 });
  assert.ok(stood.at(-1)! < whole && stood.at(-1)! > 0.5 * whole);
});

test('an injector whose plug is left to set is tied up for a minute, and the hands are not', () => {
  const by = (habit: 'push' | 'plug') => {
    const drafted = demoPlan();
    const input: PlanInput = {
      ...drafted,
      jobs: drafted.jobs.map((job) => ({
        ...job,
        tools: job.tools.map((tools) => ({ ...tools, habit })),
      })),
    };
    return layEvening(planSession(input, METRIC), input, known(1, 1));
  };
  const sets = by('plug').steps.filter(({ act }) => act === 'plugSets');
  assert.ok(sets.length > 0);
  assert.deepEqual(
    by('push').steps.filter(({ act }) => act === 'plugSets'),
    [],
  );
  for (const plug of sets) {
    const { injector, block } = { injector: plug.lanes[0]!, block: plug.lanes[1] };
    assert.match(injector, /^injector:/);
    assert.ok(plug.lanes.every((lane) => !lane.startsWith('hands:')));
    assert.ok(block === undefined || block.startsWith('block:'));
    const own = by('plug').steps.filter(({ work }) => work.of.draw === plug.work.of.draw);
    const shot = Math.max(...own.filter(({ act }) => act === 'held').map(({ to }) => to));
    const emptied = own.find(({ act }) => act === 'emptied')!;
    assert.ok(emptied.from >= shot + 60 - 1e-6, `emptied ${emptied.from - shot} s after the shot`);
  }
  assert.ok(by('plug').ends >= by('push').ends);
});

test('inserts take the hands as long as there are cavities to lay them in, a hold as long as it lasts', () => {
  const laid = (name: string) => {
    const way = WAYS.find(({ colourway }) => colourway === name)!;
    const wanted = {
      ...{ part: 1, line: 1, for: 'x', count: 24, due: '2026-12-01' },
      bait: BAITS.findIndex(({ name }) => name === way.bait) + 1,
      colourway: COLOURWAYS.findIndex((one) => one.name === name) + 1,
    };
    const input = draftPlan(SHELF, [wanted], DEFAULTS);
    const plan = planSession(input, METRIC);
    return { plan, runs: input.jobs.flatMap(runsOf), ...layEvening(plan, input, known(1, 1)) };
  };
  for (const name of ['Moss, blush tail', 'Lantern glass', 'Lamp oil']) {
    const { plan, runs, steps } = laid(name);
    const long = (act: string, run: string) =>
      steps
        .filter((step) => step.act === act && step.work.of.run === run)
        .reduce((sum, { from, to }) => sum + to - from, 0);
    for (const { key, stage, tools } of runs) {
      const shots = plan.shots.filter(({ job }) => job === key).length;
      assert.ok(shots > 0);
      const { mould } = tools.moulds[0]!;
      const laidIn = stage.takes === null ? 0 : shots * mould.cavities.length;
      near(long('inserted', key), laidIn * HAND_USUAL.inserted, 1e-6);
      near(long('holding', key), shots * mould.hold * PUSHES[stage.push].hold, 1e-6);
    }
    const holding = steps.filter(({ act }) => act === 'holding');
    assert.ok(holding.every(({ lanes }) => lanes.includes('hands:1')));
  }
});

test('the first cup of a draw is warmed while its moulds are closed, and looked at once they are', () => {
  const input = demoPlan();
  const { steps, draws } = {
    ...layEvening(planSession(input, METRIC), input, known(1, 1)),
    ...planSession(input, METRIC),
  };
  for (const { n: draw } of draws) {
    const own = steps.filter(({ work }) => work.of.draw === draw);
    const closed = Math.max(...own.filter(({ act }) => act === 'topChecked').map(({ to }) => to));
    const [first] = own
      .filter(({ act }) => act === 'matching')
      .sort((one, other) => one.from - other.from);
    const looks = own.filter(({ act }) => act === 'matchLook');
    assert.ok(first!.from < closed, `draw ${draw}`);
    assert.ok(looks.every(({ from }) => from >= closed - 1e-6));
  }
});
