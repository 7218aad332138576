import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { METRIC } from '@/core/quantity/index.ts';
import type { Brush } from '@/core/session/index.ts';
import {
  countedOut,
  newRung,
  otherBuilds,
  overOf,
  snapshotFrom,
  startState,
  takeBuild,
  takeColourway,
  takeMould,
  touched,
} from '@/core/session/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { demoPlan, SHELF } from '../demoPlan.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';

test('a touch with a fault: second, usable for it, good; with none: usable, good; another begins anew', () => {
  const after = (brushes: Brush[]) =>
    brushes.reduce<ReturnType<typeof touched> | undefined>(touched, undefined);
  const second = { grade: 'second', fault: 'short' } as const;
  assert.deepEqual(after(['short']), second);
  assert.deepEqual(after(['short', 'short']), { grade: 'usable', fault: 'short' });
  assert.deepEqual(after(['short', 'short', 'short']), { grade: 'good', fault: null });
  assert.deepEqual(after(['short', 'short', 'short', 'short']), second);
  assert.deepEqual(after(['usable']), { grade: 'usable', fault: null });
  assert.deepEqual(after(['usable', 'usable']), { grade: 'good', fault: null });
  fc.assert(
    fc.property(fc.array(fc.constantFrom<Brush>('short', 'dent', 'usable')), (before) => {
      assert.deepEqual(after([...before, 'torn']), { grade: 'second', fault: 'torn' });
    }),
  );
});

test('what is advised is counted out whole where it is drops, by the spoon where it is not', () => {
  const drops = MATERIALS.find((material) => material.kind === 'pigment')!;
  const flake = MATERIALS.find((material) => material.kind === 'flake')!;
  assert.deepEqual(
    { ...countedOut({ ...drops, id: 7 }, 11.6) },
    { what: drops.name, materialId: 7, amount: 12, dimension: 'drops' },
  );
  const spoons = countedOut(flake, 2);
  assert.equal(spoons.dimension, 'volume');
  assert.ok(spoons.amount > 0);
  const { what, dimension, wanted, inIt, still } = newRung(flake);
  assert.deepEqual([what, dimension, wanted, inIt, still], [flake.name, 'volume', 0, 0, 0]);
});

test('a little more than is wanted is not called over; what is not wanted is not over', () => {
  assert.equal(overOf({ wanted: 10, inIt: 14 }), 0);
  assert.equal(overOf({ wanted: 10, inIt: 16 }), 6);
  assert.equal(overOf({ wanted: 0, inIt: 16 }), 0);
});

/** The demo plan's first run, at the bench. */
function running() {
  const state = startState(snapshotFrom('Changes', demoPlan(), DEFAULT_SHOP));
  const run = [...state.runs.values()][0]!;
  return { state, run, bench: { shelf: SHELF, units: METRIC } };
}

test('another mould makes the run’s bait where it is listed for it, else its own by name', () => {
  const { run } = running();
  for (const entry of SHELF.moulds) {
    const { payload } = takeMould(run, SHELF, entry) as { payload: { bait?: { id: number } } };
    const listed = SHELF.baits.filter((bait) => bait.spec.mouldIds.includes(entry.id));
    if (listed.some((bait) => bait.id === run.job.bait.id)) assert.equal(payload.bait, undefined);
    else assert.equal(payload.bait?.id, listed[0]?.id ?? 0);
  }
});

test('another build keeps the colours layer by layer; what cannot be shot is refused in words', () => {
  const { state, run, bench } = running();
  const others = otherBuilds(run, SHELF);
  assert.ok(others.length > 0);
  for (const build of others) {
    const change = takeBuild(state, run, build.key, bench);
    if (!change.ok) assert.ok(change.refused.every((sentence) => sentence.endsWith('.')));
    else {
      const { payload } = change.send as { payload: { layers: Record<string, number> } };
      assert.deepEqual(
        Object.values(payload.layers).slice(0, 2),
        Object.values(run.job.layers).slice(0, 2),
      );
    }
  }
  assert.deepEqual(takeBuild(state, run, 'no-such', bench).ok, false);
});

test('another colourway is taken with its build, and a cup for each of its mixes', () => {
  const { state, run, bench } = running();
  const outcomes = SHELF.colourways.map((way) => takeColourway(state, run, way.id, bench));
  assert.ok(outcomes.some((outcome) => outcome.ok));
  for (const outcome of outcomes) {
    if (!outcome.ok) continue;
    const { payload } = outcome.send as {
      payload: { layers: Record<string, number>; cups: { mix: number }[] };
    };
    assert.deepEqual(
      new Set(payload.cups.map((cup) => cup.mix)),
      new Set(Object.values(payload.layers)),
    );
  }
  assert.equal(takeColourway(state, run, 9999, bench).ok, false);
});
