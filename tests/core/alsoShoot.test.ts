import assert from 'node:assert/strict';
import { test } from 'node:test';
import { calledByLayers, draftPlan, jobWithTools, UNNAMED } from '@/core/plan/index.ts';
import {
  allot,
  alsoShoot,
  buildsFrom,
  draftAlso,
  joinable,
  joinLine,
  jobsOf,
  snapshotFrom,
  spareCups,
  takeCup,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { unbalanced } from '../randomLog.ts';
import { nextStep } from '../said.ts';
import { also, at, benchOf, plain, sprat } from './alsoKit.ts';

test('something else is shot too: drafted as in a plan, shot after, to stock; taken back it is gone', () => {
  const bench = benchOf(8);
  const before = bench.state();
  const change = also(before, { bait: sprat, colourway: plain }, 2);
  assert.ok(change.ok);
  const after = bench.act(change.send);
  const baits = [...after.runs.values()].filter(({ job }) => !before.runs.has(job.key));
  const added = baits.filter(({ key }) => !before.runs.has(key));
  assert.deepEqual(
    added.map(({ target }) => target),
    [2],
  );
  assert.ok(added[0]!.tools.moulds.every(({ id }) => after.moulds.has(String(id))));
  for (const cup of Object.values(added[0]!.job.drawnFrom)) assert.ok(after.cups.has(cup!));
  const end = bench.follow((state) => state.phase.is === 'finished');
  const shots = [...end.shots.values()].filter(({ job }) => job === added[0]!.key);
  assert.equal(shots.length, 2);
  assert.ok(Math.abs(unbalanced(end)) < 1e-9);
  const good = shots.reduce((sum, shot) => sum + shot.cavities.size, 0);
  const heap = allot(end).stock.find(
    (one) => one.bait === sprat && one.colourway === plain && one.grade === 'good',
  );
  assert.equal(heap?.count, good, 'nobody ordered them: they are stock');

  const undone = benchOf(8);
  undone.act(change.send);
  undone.act({ kind: 'undone', payload: { event: undone.events.at(-1)!.id } });
  assert.deepEqual([...undone.state().runs.keys()], [...before.runs.keys()]);
  assert.deepEqual(jobsOf(undone.state()), jobsOf(before));
});

test('fewer or more layers: one plain before the laminate from its own cup, and a third colour more', () => {
  const laminate = SHELF.colourways.find(({ spec }) => spec.build === 'dual')!;
  const [back, belly] = Object.values(laminate.spec.layers) as [number, number];
  const bait = WANTED[0]!.bait;
  const start = () => {
    const of = { ...WANTED[0]!, colourway: laminate.id, count: 8 };
    return benchOn(
      snapshotFrom('A laminate', draftPlan(SHELF, [of], DEFAULTS), {
        ...DEFAULT_SHOP,
      }),
    );
  };
  const bench = start();
  const plainFirst = draftAlso(
    bench.state(),
    { bait, colourway: laminate.id, build: 'single' },
    SHELF,
  )!;
  assert.deepEqual(Object.values(plainFirst.layers), [back], 'the first of its colours');
  const named = SHELF.colourways.find(
    ({ spec }) => spec.build === 'single' && Object.values(spec.layers)[0] === back,
  );
  assert.equal(plainFirst.colourway.id, named?.id ?? UNNAMED, 'counted as what it is');
  const change = alsoShoot(bench.state(), { job: plainFirst, shots: 1 }, at);
  assert.ok(change.ok, change.ok ? '' : change.refused.join(' '));
  const cups = bench.state().cups.size;
  const after = bench.act(change.send);
  assert.equal(after.cups.size, cups, 'from the cup that stands there');
  const taken = [...after.runs.values()].at(-1)!;
  bench.act({ kind: 'turned', payload: { job: taken.key } });
  const end = bench.follow((state) => state.phase.is === 'finished');
  const shots = [...end.shots.values()];
  assert.deepEqual(
    shots.map(({ job }) => job === taken.key).slice(0, 2),
    [true, false],
    'it comes first',
  );
  assert.ok(shots.some(({ build }) => build.key === 'dual'));
  assert.ok(Math.abs(unbalanced(end)) < 1e-9);

  // A third layer has the colour that was beside it until another is chosen; a free one, its own cup.
  const more = start();
  const triple = draftAlso(more.state(), { bait, colourway: laminate.id, build: 'triple' }, SHELF)!;
  assert.deepEqual(Object.values(triple.layers), [back, belly, belly]);
  const third = SHELF.mixes.find(({ id }) => id !== back && id !== belly)!;
  const layers = { ...triple.layers, side: third.id };
  const job = calledByLayers({ ...triple, layers }, triple, SHELF);
  assert.match(job.colourway.name, new RegExp(third.spec.name));
  const bare = { ...triple, layers: { ...triple.layers, side: null } };
  const none = alsoShoot(more.state(), { job: bare, shots: 1 }, at);
  assert.ok(!none.ok && /side/i.test(none.refused.join(' ')), 'a layer without a mix is refused');
  const vessel = SHELF.vessels.at(-1)!.id;
  const vice = job.tools[0]!.moulds.map((entry) => ({
    ...entry,
    mould: { ...entry.mould, closure: 'vice' as const, closures: 1 },
  }));
  const closed = jobWithTools(job, 0, { moulds: vice });
  const taking = alsoShoot(more.state(), { job: closed, shots: 1, vessel }, at);
  assert.ok(taking.ok, taking.ok ? '' : taking.refused.join(' '));
  const now = more.act(taking.send);
  const [added] = [...now.cups.values()].filter(({ mix }) => mix === third.id);
  assert.deepEqual(added!.vessel, SHELF.vessels.at(-1)!.spec, 'the new cup, and it alone');
  assert.equal(now.moulds.get(String(vice[0]!.id))!.mould.closure, 'vice');
});

test('two from the last spoonful: poured by hand from the cup that stands there, and counted as what they are', () => {
  const input = draftPlan(
    SHELF,
    [{ ...WANTED[0]!, bait: sprat, colourway: plain, count: 6 }],
    DEFAULTS,
  );
  const bench = benchOn(snapshotFrom('A single', input, DEFAULT_SHOP));
  const own = buildsFrom(plain, SHELF)[0]!;
  const open = SHELF.baits.find(({ spec }) => spec.name === 'Pier sprat')!.id;
  const change = also(bench.state(), { bait: open, colourway: plain, build: 'plunger' }, 2);
  assert.ok(change.ok, change.ok ? '' : change.refused.join(' '));
  const [cup] = bench.state().cups.keys();
  const taken = [...bench.act(change.send).runs.values()].at(-1)!;
  assert.deepEqual(Object.values(taken.job.drawnFrom), [cup], 'from the cup that is there');
  const end = bench.follow((state) => state.phase.is === 'finished');
  const poured = [...end.shots.values()].filter(({ job }) => job === taken.key);
  // Nobody ordered them: the bench goes on asking while there is enough for one more.
  assert.ok(poured.length >= 2, `${poured.length}`);
  assert.ok(poured.every(({ build }) => build.key === 'plunger' && build.key !== own.key));
  assert.ok(Math.abs(unbalanced(end)) < 1e-9);
});

test('of what is shot already so many shots more; what the shop cannot shoot is refused in words', () => {
  const bench = benchOf(8);
  const [run] = bench.state().runs.values();
  const { bait, colourway } = run!.job;
  const more = also(bench.state(), { bait: bait.id, colourway: colourway.id }, 3);
  assert.ok(more.ok);
  assert.equal([...bench.act(more.send).runs.values()][0]!.target, run!.target + 3);
  const none = also(bench.state(), { bait: 9999, colourway: plain }, 1);
  assert.ok(!none.ok);
  assert.match(none.refused.join(' '), /no mould or colours/);
});

test('an order line joins while it is shot, and has its baits when all is counted', () => {
  const bench = benchOf(8);
  const [run] = bench.state().runs.values();
  const { bait, colourway } = run!.job;
  const part = { part: 77, line: 70, for: 'Late asker', due: '2026-12-24', rest: 6 };
  const book = [
    { ...part, bait: bait.id, colourway: colourway.id },
    { ...part, part: 78, bait: bait.id, colourway: colourway.id + 1 },
    { ...part, part: 79, bait: bait.id, colourway: colourway.id, rest: 0 },
  ];
  const [wanted, ...others] = joinable(bench.state(), run!, book);
  assert.deepEqual([wanted!.part, others.length], [77, 0]);
  const joined = bench.act(joinLine(run!, wanted!));
  assert.deepEqual(joinable(joined, run!, book), [], 'it is served now');
  // Six more are wanted, so the bench asks for what is short before it is finished.
  const end = bench.follow((state) => {
    const step = nextStep(state, bench.now());
    return step?.key === 'finish' || state.phase.is === 'finished';
  });
  bench.act({ kind: 'finished', payload: {} });
  assert.ok(end.shots.size > 0);
  const { lines } = allot(bench.state());
  assert.deepEqual(
    lines.map(({ part, count }) => [part, count]),
    [
      [WANTED[0]!.part, 8],
      [77, 6],
    ],
  );
});

test(
  'a cup stands there with nothing to shoot: it takes plastic from another, and a job ' +
    'taken on draws from it',
  () => {
    const bench = benchOf(8);
    const vessel = SHELF.vessels[0]!.id;
    const before = bench.state();
    const send = takeCup(before, { vessel }, SHELF)!;
    const stood = bench.act(send);
    const [spare, ...none] = spareCups(stood);
    assert.deepEqual([spare!.grams, spare!.mix, none.length], [0, UNNAMED, 0]);
    assert.ok(!before.cups.has(spare!.key));
    bench.act({ kind: 'charged', payload: { cup: spare!.key, grams: 120, from: 'fresh' } });
    const again = takeCup(bench.state(), { vessel }, SHELF)!;
    assert.equal(spareCups(bench.act(again)).length, 2, 'a second is another');
    bench.act({ kind: 'undone', payload: { event: bench.events.at(-1)!.id } });
    const change = also(bench.state(), { bait: sprat, colourway: UNNAMED }, 1);
    assert.ok(change.ok, change.ok ? '' : change.refused.join(' '));
    const cups = bench.state().cups.size;
    const after = bench.act(change.send);
    assert.equal(after.cups.size, cups, 'the cup that stands there is the one');
    assert.deepEqual(spareCups(after), []);
    const end = bench.follow((state) => state.phase.is === 'finished');
    assert.ok(
      [...end.draws.values()].some(({ barrels }) => barrels.some(({ cup }) => cup === spare!.key)),
    );
    assert.ok(Math.abs(unbalanced(end)) < 1e-9);
    assert.equal(takeCup(before, { vessel: 999 }, SHELF), null);
  },
);
