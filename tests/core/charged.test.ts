import assert from 'node:assert/strict';
import { test } from 'node:test';
import { type PlanInput, planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { benchView, runInHand } from '@/core/session/index.ts';
import { give } from '@/core/session/advise/words.ts';
import { benchOn } from '../bench.ts';
import { SHELF } from '../demoPlan.ts';
import { open } from './stagesKit.ts';
import { twoColours } from './twoColours.ts';

/** Two colours out of the smallest cups there are. */
function outOfSmallCups(): PlanInput {
  const smallest = Math.min(...SHELF.vessels.map(({ spec }) => spec.volume));
  const { id, spec } = SHELF.vessels.find((entry) => entry.spec.volume === smallest)!;
  const plan = twoColours([40, 16]);
  return { ...plan, cups: plan.cups.map((cup) => ({ ...cup, vessel: { id, vessel: spec } })) };
}

test('whichever colour the maker takes first, a cup is charged again before the draw its plan has it before', () => {
  const input = outOfSmallCups();
  const plan = planSession(input, METRIC);
  const second = plan.runs[1]!.key;
  assert.ok(plan.cups.some(({ charges }) => charges.length > 1));
  const bench = benchOn(open(input));
  bench.act({ kind: 'turned', payload: { job: second } });
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
    assert.deepEqual(charged, planned, cup);
  }
});

test('a cup that heats stays at the bench when the maker turns to another colour', () => {
  const bench = benchOn(open(twoColours()));
  const [first, second] = planSession(twoColours(), METRIC).runs;
  bench.follow(({ cups }) => [...cups.values()].some(({ charges }) => charges > 0));
  const [cup] = [...bench.state().cups.values()].filter(({ charges }) => charges > 0);
  bench.act(give(bench.state(), cup!.key, 60));
  assert.equal(runInHand(bench.state())?.key, first!.key);
  const state = bench.act({ kind: 'turned', payload: { job: second!.key } });
  const { cups, run } = benchView(state, runInHand(state));
  assert.equal(run?.key, second!.key);
  assert.ok(cups.some(({ key }) => key === cup!.key));
});
