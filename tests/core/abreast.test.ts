import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { PlanInput } from '@/core/plan/index.ts';
import { planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { restOfPlan } from '@/core/session/restOfPlan.ts';
import { layEvening, runSheet, timingOf } from '@/core/tape/index.ts';
import { benchOn } from '../bench.ts';
import { SHELF } from '../demoPlan.ts';
import { twoColours } from './abreastKit.ts';
import { open } from './stagesKit.ts';
import { timing } from './tapeKit.ts';

const laid = (input: PlanInput) => layEvening(planSession(input, METRIC), input, timing(1, 1));
const turnsOf = (jobs: readonly string[]): string[] =>
  jobs.filter((job, nth) => job !== jobs[nth - 1]);

test('two colours with an injector each go on abreast on the tape, and take less than one after the other', () => {
  const [abreast, apart] = [laid(twoColours([3, 99])), laid(twoColours([3, 3]))];
  const drawn = ({ steps }: typeof abreast) =>
    steps.filter(({ act }) => act === 'drawn').map(({ work }) => work.of.run!);
  assert.equal(turnsOf(drawn(apart)).length, 2);
  assert.ok(turnsOf(drawn(abreast)).length > 3, drawn(abreast).join(' '));
  assert.ok(abreast.ends < apart.ends - 300, `${abreast.ends} s against ${apart.ends}`);
});

test('the second colour is made ready once the first was drawn, never sooner', () => {
  const { steps, evening } = laid(twoColours([3, 99]));
  const [first, second] = evening.shooting;
  const begins = steps.find(({ act, work }) => act === 'drawn' && work.of.run === first!.key)!;
  const cups = new Set(Object.values(second!.job.drawnFrom));
  const woken = steps.filter(({ act, work }) => act === 'woken' && cups.has(work.of.cup!));
  assert.ok(woken.length > 0 && woken.every(({ from }) => from >= begins.to));
});

test('the run sheet has its lines in the order they begin', () => {
  const input = twoColours([3, 99]);
  const { rows } = runSheet(planSession(input, METRIC), input, timingOf(laid(input)));
  const begun = rows.map(({ from }) => from);
  assert.deepEqual(
    begun,
    [...begun].sort((one, other) => one - other),
  );
});

test('at the bench one colour is shot while the moulds of the other cool, and no turn is broken into', () => {
  const input = twoColours([3, 99]);
  const plan = planSession(input, METRIC);
  const bench = benchOn(open(input));
  const end = bench.follow((state) => state.phase.is === 'finished');
  const shots = [...end.shots.values()];
  assert.equal(end.phase.is, 'finished');
  assert.equal(shots.length, plan.shots.length);
  assert.ok(turnsOf(shots.map(({ job }) => job)).length > 4, shots.map(({ job }) => job).join(' '));
  // From a mould that is closed to what is shot into it nothing is closed or drawn for the other.
  const turns = bench.events.flatMap(({ kind, payload }) =>
    kind === 'closed' || kind === 'shot'
      ? [{ kind, mould: (payload as { mould: string }).mould }]
      : [],
  );
  let closed: string | null = null;
  for (const { kind, mould } of turns) {
    assert.ok(
      closed === null || closed === mould,
      `${kind} of ${mould}, while ${closed} is closed`,
    );
    closed = kind === 'closed' ? mould : null;
  }
});

test('with one injector between them colours follow each other at the bench', () => {
  const bench = benchOn(open(twoColours([3, 3])));
  const end = bench.follow((state) => state.phase.is === 'finished');
  assert.equal(turnsOf([...end.shots.values()].map(({ job }) => job)).length, 2);
});

test('a colour the maker takes in hand is not left for the other', () => {
  const input = twoColours([3, 99]);
  const bench = benchOn(open(input));
  const [, second] = planSession(input, METRIC).runs;
  bench.act({ kind: 'turned', payload: { job: second!.key } });
  const end = bench.follow(({ runs }) => runs.get(second!.key)!.done === second!.shots);
  assert.deepEqual([...new Set([...end.shots.values()].map(({ job }) => job))], [second!.key]);
});

test('each cup is charged again before the draw of its own that its plan has it before', () => {
  const smallest = Math.min(...SHELF.vessels.map(({ spec }) => spec.volume));
  const { id, spec } = SHELF.vessels.find((entry) => entry.spec.volume === smallest)!;
  const drafted = twoColours([3, 99], [40, 16]);
  const cups = drafted.cups.map((cup) => ({ ...cup, vessel: { id, vessel: spec } }));
  const input = { ...drafted, cups };
  const plan = planSession(input, METRIC);
  assert.ok(plan.cups.some(({ charges }) => charges.length > 1));
  const bench = benchOn(open(input));
  bench.follow((state) => state.phase.is === 'finished');
  const takes = (cup: string) => (draw: { barrels: readonly { cup: string }[] }) =>
    draw.barrels.some((barrel) => barrel.cup === cup);
  for (const { id: cup, charges } of plan.cups) {
    const planned = charges.map(
      ({ beforeDraw }) =>
        plan.draws.filter((draw) => draw.n < beforeDraw).filter(takes(cup)).length,
    );
    let drawn = 0;
    const charged = bench.events.flatMap(({ kind, payload }): number[] => {
      if (kind === 'drawn' && takes(cup)(payload)) drawn += 1;
      return kind === 'charged' && payload.cup === cup && payload.from === 'fresh' ? [drawn] : [];
    });
    assert.deepEqual(charged, planned);
  }
});

test('what is left of two colours ends no later than the whole did, less what is behind', () => {
  const input = twoColours([3, 99]);
  const bench = benchOn(open(input));
  const whole = laid(input).ends;
  let last = whole;
  for (const shots of [2, 4, 6]) {
    const state = bench.follow((so) => so.shots.size === shots);
    const { plan, begun } = restOfPlan(state, bench.now());
    const { ends } = layEvening(plan, input, timing(1, 1), begun);
    assert.ok(ends < last, `${ends} s after ${shots} shots, ${last} before`);
    last = ends;
  }
});
