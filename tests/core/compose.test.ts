import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Build } from '@/core/build/index.ts';
import {
  anotherBarrel,
  BLOCKS,
  BUILDS,
  checkBuild,
  layersOf,
  MOST_PARTS,
  pouredFirst,
  stageBefore,
  withLayers,
  withoutStage,
  withTip,
} from '@/core/build/index.ts';

const dual = BUILDS.dual as Build;
const last = (build: Build) => build.stages.at(-1)!;
const withLast = (build: Build, stage: Build['stages'][number]): Build => ({
  ...build,
  stages: [...build.stages.slice(0, -1), stage],
});

test('a stage before makes what the last one takes; taken out again, the build is as it was', () => {
  for (const makes of ['tail', 'shell'] as const) {
    const staged = stageBefore(dual, makes);
    assert.equal(staged.stages[0]!.makes, makes);
    assert.equal(last(staged).takes, staged.stages[0]!.key);
    assert.deepEqual(withoutStage(staged, staged.stages[0]!), dual);
  }
  assert.deepEqual(withTip(withTip(dual)), dual);
});

test('barrels ask for their block: none for one, the dual for two, the triple for three', () => {
  const [one, two, three] = [1, 2, 3].map((count) => {
    let stage = withLayers(last(dual), []);
    for (let barrel = 0; barrel < count; barrel++)
      stage = anotherBarrel(withLast(dual, stage), stage);
    return stage;
  });
  assert.deepEqual([one!.block, two!.block, three!.block], [null, 'dual', 'triple']);
  assert.equal(one!.yoked, true);
  // A block that fits is not taken away: a split-flow block stays while there are two barrels.
  const split = withLayers({ ...two!, block: 'split' }, two!.layers);
  assert.equal(split.block, 'split');
  assert.equal(BLOCKS.split.barrels, 2);
});

test('poured with nothing shot after it, layers fill what is left of the cavity', () => {
  let stage = withLayers(last(dual), []);
  stage = pouredFirst(dual, { ...stage, pours: [] }, 'layer');
  assert.equal(stage.pours[0]!.share, 1);
  stage = { ...stage, pours: [{ ...stage.pours[0]!, share: 0.6 }] };
  assert.ok(Math.abs(pouredFirst(dual, stage, 'layer').pours[1]!.share! - 0.4) < 1e-12);
  assert.equal(pouredFirst(dual, last(dual), 'layer').pours.at(-1)!.place, 'skin');
});

test('property: whatever is put on or taken out, every layer keeps a key of its own', () => {
  const acts: ((build: Build) => Build)[] = [
    (build) => stageBefore(build, 'tail'),
    (build) => stageBefore(build, 'shell'),
    (build) => (build.stages.length > 1 ? withoutStage(build, build.stages[0]!) : build),
    withTip,
    (build) => withLast(build, anotherBarrel(build, last(build))),
    (build) => withLast(build, pouredFirst(build, last(build), 'spot')),
    (build) => withLast(build, pouredFirst(build, last(build), 'layer')),
  ];
  fc.assert(
    fc.property(fc.array(fc.nat(acts.length - 1), { maxLength: 12 }), (chosen) => {
      const build = chosen.reduce((made, act) => {
        const next = acts[act]!(made);
        return next.stages.length > MOST_PARTS.stages ? made : next;
      }, dual);
      const keys = layersOf(build).map((layer) => layer.key);
      assert.equal(new Set(keys).size, keys.length);
      const stages = build.stages.map((stage) => stage.key);
      assert.equal(new Set(stages).size, stages.length);
      for (const { takes } of build.stages) assert.ok(takes === null || stages.includes(takes));
      // What cannot be shot is said, never thrown.
      assert.ok(checkBuild(build).every((misfit) => misfit.sentence.length > 0));
    }),
  );
});
