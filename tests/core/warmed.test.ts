import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { insertHeat, metalAfter, metalBody, metalFor, warmedTo } from '@/core/heat/index.ts';
import { mouldHeat } from '@/core/session/effects/mouldHeat.ts';
import { WARMED_BELOW } from '@/core/heat/metal.ts';
import { shotIn } from '@/core/session/steps/moulds/warmFor.ts';
import { near } from '../near.ts';
import { pressed } from './pressedKit.ts';

test('warmed so that it is as warm as it is wanted when plastic goes in, by what it loses till then', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 200, max: 3000, noNaN: true }),
      fc.double({ min: 25, max: 60, noNaN: true }),
      fc.double({ min: 5, max: 24, noNaN: true }),
      fc.double({ min: 0, max: 600, noNaN: true }),
      (mass, then, room, seconds) => {
        const body = metalBody('machined', mass, 120, 80);
        const warm = warmedTo(body, { then, room, seconds });
        near(metalAfter(body, warm, { seconds, room }), then, 1e-9);
        assert.ok(warm >= then - 1e-9);
      },
    ),
  );
  // A mould colder than the room is wanted no colder for standing in it.
  assert.equal(
    warmedTo(metalBody('machined', 800, 120, 80), { then: 15, room: 20, seconds: 300 }),
    15,
  );
  near(insertHeat(metalFor(31, 18), 18), 31, 1e-12);
});

/** The bench at the step that warms a mould of a way for its first shot. */
function atWarming(bait: string, colourway: string, makes: 'bait' | 'insert') {
  const bench = pressed(bait, colourway, { count: 12 });
  for (let i = 0; i < 600; i++) {
    const [step] = bench.asked();
    assert.ok(step, `${colourway} is never warmed`);
    const inHand = [...bench.state().runs.values()].find(({ tools }) =>
      tools.moulds.some(({ id }) => String(id) === step.target),
    );
    if (step.key === 'warmMould' && (inHand?.stage.makes === 'bait') === (makes === 'bait')) {
      const mould = bench.state().moulds.get(step.target)!;
      assert.ok(step.send?.kind === 'warmed');
      return { bench, mould, step, to: step.send.payload.celsius! };
    }
    bench.press(step);
  }
  return assert.fail(`${colourway} is never warmed`);
}

test('a mould is warmed over its own heat by what it loses before the shot, and that is what it is known by', () => {
  const { bench, mould, step, to } = atWarming(
    'Slip eel 95',
    'Bilge moss over oyster lint',
    'bait',
  );
  const own = mould.mould.warmTo;
  assert.ok(to > own && to <= own + 12, `${to}° for ${own}°`);
  bench.press(step);
  const { celsius } = mouldHeat(
    bench.state(),
    bench.state().moulds.get(mould.key)!,
    bench.events.at(-1)!.at,
  );
  near(celsius, to - WARMED_BELOW, 0.5);
});

test('under bodies that are to join their inserts metal is as warm as the joint wants, where it is known to', () => {
  const { bench, mould } = atWarming('Slip eel 95', 'Moss, blush tail', 'bait');
  const state = bench.state();
  const runs = [...state.runs.values()];
  const body = runs.find(({ stage }) => stage.makes === 'bait')!;
  const own = mould.mould.warmTo;
  const { heat } = state.snapshot;
  const wanted = (even: number, run = body) => {
    const learned = { ...heat.learned, joint: { mean: even, sd: 0.5 } };
    const snapshot = { ...state.snapshot, heat: { ...heat, learned } };
    return shotIn({ ...state, snapshot }, run, mould);
  };
  // Joints that take on cold inserts ask nothing; from there on 2 K of metal for each K of insert, so
  // 4 for each of contact heat, and never more than 12 over.
  assert.equal(wanted(92), own);
  const [first, then] = [104, 105.5].map((even) => wanted(even)) as [number, number];
  assert.ok(then > first && Math.abs(then - first - 6) <= 1, `${first}° and ${then}°`);
  assert.equal(wanted(120), own + 12);
  const tails = runs.find(({ stage }) => stage.makes !== 'bait')!;
  assert.equal(wanted(120, tails), own);
});
