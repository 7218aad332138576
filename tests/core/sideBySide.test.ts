import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { PlanInput } from '@/core/plan/index.ts';
import { draftPlan, planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { layEvening } from '@/core/tape/index.ts';
import { restOfPlan } from '@/core/session/restOfPlan.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';
import { twoOfOneColour } from './sideBySideKit.ts';
import { open } from './stagesKit.ts';
import { timing } from './tapeKit.ts';

test('moulds that go on in step are each warmed before plastic goes into them', () => {
  const bench = benchOn(open(twoOfOneColour()));
  const end = bench.follow((state) => state.phase.is === 'finished');
  const moulds = new Set([...end.shots.values()].map(({ mould }) => mould));
  assert.equal(moulds.size, 2);
  for (const mould of moulds) {
    const first = [...end.shots.values()].find((shot) => shot.mould === mould)!;
    const warmed = end.moulds.get(mould)!.metalNotes.find(({ kind }) => kind === 'warmed');
    assert.ok(warmed && warmed.at < first.at, `mould ${mould}`);
  }
});

test('what goes on in step is shot by turns, on the plan as at the bench', () => {
  const input = twoOfOneColour();
  const plan = planSession(input, METRIC);
  const planned = plan.shots.map(({ job }) => job);
  const bench = benchOn(open(input));
  const end = bench.follow((state) => state.phase.is === 'finished');
  assert.deepEqual(
    [...end.shots.values()].map(({ job }) => job),
    planned,
  );
  const [one, other] = input.jobs.map(({ key }) => key);
  assert.deepEqual(planned.slice(0, 4), [one, other, one, other]);
});

test('while the mould of one cools the other is shot: in step they take less than one after the other', () => {
  const input = twoOfOneColour();
  const ends = (own: PlanInput) => layEvening(planSession(own, METRIC), own, timing(1, 1)).ends;
  // The same injector once more: nothing is to be cleaned, and nothing goes on in step.
  const [one, other] = input.jobs;
  const tools = other!.tools.map((own) => ({ ...own, injector: { ...own.injector!, id: 99 } }));
  const apart = ends({ ...input, jobs: [one!, { ...other!, tools }] });
  const together = ends(input);
  assert.ok(together < apart - 120, `${together} s against ${apart}`);
});

test('what is left of it goes on by turns, the mould that was shot least first', () => {
  const bench = benchOn(open(twoOfOneColour()));
  const whole = planSession(twoOfOneColour(), METRIC).shots.map(({ job }) => job);
  for (let shots = 1; shots < whole.length; shots++) {
    const state = bench.follow((so) => so.shots.size === shots);
    const { plan } = restOfPlan(state, bench.now());
    assert.deepEqual(
      plan.shots.map(({ job }) => job),
      whole.slice(shots),
    );
  }
});

test('an injector is cleaned for the next colour when all that go on in step are drawn', () => {
  const [first, second] = twoOfOneColour([24, 8]).jobs;
  const dual = SHELF.colourways.find(
    ({ id, spec }) => id !== 1 && spec.build === first!.build.key,
  )!;
  const dark = draftPlan(
    SHELF,
    [
      { part: 1, line: 1, for: 'x', bait: 1, colourway: 1, count: 24, due: '2026-12-01' },
      { part: 2, line: 2, for: 'x', bait: 2, colourway: 1, count: 8, due: '2026-12-01' },
      { part: 3, line: 3, for: 'x', bait: 1, colourway: dual.id, count: 8, due: '2026-12-01' },
    ],
    DEFAULTS,
  );
  const last = dark.jobs.find(({ colourway }) => colourway.id === dual.id)!;
  const injector = first!.tools[0]!.injector;
  const tools = last.tools.map((own) => ({ ...own, injector, order: [] }));
  const input = { ...dark, jobs: [first!, { ...last, tools }, second!] };
  const plan = planSession(input, METRIC);
  const { steps } = layEvening(plan, input, timing(1, 1));
  const cleaned = steps.find(({ act }) => act === 'cleaned')!;
  const drawn = (job: string) =>
    steps.filter(({ act, work }) => act === 'drawn' && work.of.run === job);
  for (const { key } of [first!, second!])
    assert.ok(drawn(key).length > 0 && drawn(key).every(({ to }) => to <= cleaned.from));
  assert.ok(drawn(last.key).every(({ from }) => from >= cleaned.to));
});
