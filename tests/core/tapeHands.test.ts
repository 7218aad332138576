import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PUSHES } from '@/core/build/index.ts';
import type { PlanInput } from '@/core/plan/index.ts';
import { draftPlan, planSession, runsOf } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { CupPace, MATCH_BURST } from '@/core/tape/cupPace.ts';
import type { LaidEvening, LaidStep } from '@/core/tape/index.ts';
import { HAND_USUAL, layEvening } from '@/core/tape/index.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import { DEFAULTS, demoPlan, SHELF } from '../demoPlan.ts';
import { near } from '../near.ts';
import { timing } from './tapeKit.ts';

test('one pair of hands and one oven: what they do adds up by hand, and a second pair takes its part over', () => {
  const input = demoPlan();
  const plan = planSession(input, METRIC);
  assert.ok(plan.ok);
  const one = layEvening(plan, input, timing(1, 1));
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
  const two = layEvening(plan, input, timing(1, 2));
  near(handsOf(two, 'hands:1') + handsOf(two, 'hands:2'), all, 1e-6);
  assert.ok(two.ends < one.ends);
  const pulled = two.steps.filter(({ act }) => act === 'mouldOpened');
  assert.ok(pulled.every(({ lanes }) => lanes.includes('hands:2')));
});

test('a cup is warmed for its draw as long as what it lost takes: one drawn from at once, by a short burst', () => {
  const input = demoPlan();
  const plan = planSession(input, METRIC);
  const cup = plan.cups[0]!;
  const choice = input.cups.find(({ id }) => id === cup.id)!;
  const after = (stood: number) => {
    const pace = new CupPace(cup, choice, timing(1, 1), { celsius: 165, isThrough: true });
    return pace.warm(stood, { ml: () => 200, shot: 163, oven: 0 });
  };
  assert.equal(after(5), MATCH_BURST);
  const stood = [200, 400, 900, 1800, 3600, 7200].map(after);
  for (const [nth, seconds] of stood.entries())
    assert.ok(seconds > MATCH_BURST && (nth === 0 || seconds > stood[nth - 1]!), `${seconds}`);
  // Cold through, it wants what a cook to the same heat wants, or a little less.
  const cold = new CupPace(cup, choice, timing(1, 1));
  const whole = cold.warm(0, { ml: () => 200, shot: 163, oven: 0 });
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
    return layEvening(planSession(input, METRIC), input, timing(1, 1));
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
    return { plan, runs: input.jobs.flatMap(runsOf), ...layEvening(plan, input, timing(1, 1)) };
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
    ...layEvening(planSession(input, METRIC), input, timing(1, 1)),
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

/** A session of two jobs of one bait in two colourways, an eel mould for both. */
function twoJobs() {
  const bait = BAITS.findIndex(({ name }) => name === 'Slip eel 95') + 1;
  const wanted = ['Bilge moss over oyster lint', 'Lamp oil'].map((called, nth) => ({
    ...{ part: nth + 1, line: nth + 1, for: 'x', bait, count: 12, due: '2026-12-01' },
    colourway: COLOURWAYS.findIndex(({ name }) => name === called) + 1,
  }));
  const input = draftPlan(SHELF, wanted, DEFAULTS);
  const plan = planSession(input, METRIC);
  assert.ok(plan.ok && plan.runs.length === 2);
  return { plan, input };
}

test('a job’s cups are made ready, cooked beside each other in bursts, coloured; the next job’s wait', () => {
  const { plan, input } = twoJobs();
  const { steps } = layEvening(plan, input, timing(2, 1));
  const of = (act: string) => steps.filter((step) => step.act === act);
  const cupsIn = (run: string) =>
    new Set(
      of('drawn').flatMap((step) =>
        step.work.of.run === run
          ? plan.draws.find(({ n }) => n === step.work.of.draw)!.barrels.map(({ cup }) => cup)
          : [],
      ),
    );
  const [one, other] = plan.runs.map(({ key }) => cupsIn(key));
  const about = (cups: ReadonlySet<unknown>, act: string) =>
    of(act).filter(({ work }) => cups.has(work.of.cup));
  const end = (own: readonly LaidStep[]) => Math.max(...own.map(({ to }) => to));
  const begin = (own: readonly LaidStep[]) => Math.min(...own.map(({ from }) => from));
  assert.ok(one!.size === 2 && begin(about(one!, 'cooking')) >= end(about(one!, 'charged')) - 1e-6);
  for (const cup of one!) {
    const bursts = about(new Set([cup]), 'cooking');
    assert.ok(bursts.length >= 3 && bursts.every(({ from, to }) => to - from <= 75 + 1e-6));
    const looks = about(new Set([cup]), 'cookLook');
    assert.ok(begin(about(new Set([cup]), 'coloured')) >= end(looks) - 1e-6);
  }
  const [first, second] = [...one!].map((cup) => about(new Set([cup]), 'cooking')[0]!);
  assert.ok(second!.from < first!.to, 'one in each oven');
  const later = new Set([...other!].filter((cup) => !one!.has(cup)));
  const lastOfFirst = end(of('drawn').filter(({ work }) => work.of.run === plan.runs[0]!.key));
  assert.ok(later.size > 0);
  const theirs = steps.filter(({ work }) => work.of.cup !== undefined && later.has(work.of.cup));
  assert.ok(begin(theirs) >= lastOfFirst - 1e-6);
});

test('a weak oven takes longer over what is put into it, and the strong one is used while it is free', () => {
  const { plan, input } = twoJobs();
  const known = timing(2, 1);
  const [strong] = known.ovens;
  const weak = { id: 2, oven: { ...strong!.oven, watts: strong!.oven.watts / 2 } };
  const cooks = (ovens: typeof known.ovens) => {
    const { steps } = layEvening(plan, input, { ...known, ovens });
    const all = steps.filter(({ act }) => act === 'cooking');
    const seconds = (cup: unknown) =>
      all
        .filter(({ work }) => work.of.cup === cup)
        .reduce((sum, { from, to }) => sum + to - from, 0);
    return { all, seconds };
  };
  const [unlike, alike] = [cooks([strong!, weak]), cooks([strong!, strong!])];
  const [first, second] = unlike.all;
  assert.deepEqual(
    [first, second].map((step) => step!.lanes[0]),
    ['oven:1', 'oven:2'],
  );
  const cup = second!.work.of.cup;
  const ratio = unlike.seconds(cup) / alike.seconds(cup);
  assert.ok(ratio > 1.15 && ratio < 2.2, `${ratio} times as long`);
  // What is cooked alone later stays in the strong one.
  const alone = unlike.all.filter(({ work }) => work.of.cup === plan.cups.at(-1)!.id);
  assert.deepEqual(new Set(alone.map(({ lanes }) => lanes[0])), new Set(['oven:1']));
});

test('a mould that went cold while the next run’s cups were cooked is warmed again before it', () => {
  const { plan, input } = twoJobs();
  const warmed = (room: number) => {
    const { steps } = layEvening(plan, input, { ...timing(1, 1), room });
    return steps.filter(({ act, from, to }) => act === 'warming' && to > from);
  };
  const [first, again] = warmed(10);
  assert.ok(first && again && again.from > first.to);
  // It is not as cold as it was at first, so it is not on the plate as long.
  assert.ok(again.to - again.from < first.to - first.from);
  assert.ok(warmed(36).length <= 1);
});
