import assert from 'node:assert/strict';
import { test } from 'node:test';
import { colourWith, narrowed, nextAddition } from '@/core/colour/index.ts';
import { calledByLayers, draftPlan, jobWithTools, UNNAMED } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import {
  addedByHand,
  allot,
  alsoShoot,
  buildsFrom,
  draftAlso,
  chargeOf,
  colourOfShot,
  countedOut,
  joinable,
  joinLine,
  jobsOf,
  mixIn,
  mixKept,
  nameColour,
  snapshotFrom,
  spareCups,
  takeCup,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import type { AlsoWanted, SessionState } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { unbalanced } from '../randomLog.ts';
import { nextStep } from '../said.ts';

const at = { shelf: SHELF, units: METRIC };
/** As the panel takes it: drafted, then shot so often. */
const also = (state: SessionState, wanted: AlsoWanted, shots: number) =>
  alsoShoot(state, { job: draftAlso(state, wanted, SHELF), shots }, at);
const benchOf = (count: number) => {
  const input = draftPlan(SHELF, [{ ...WANTED[0]!, count }], DEFAULTS);
  return benchOn(snapshotFrom('As planned', input, DEFAULT_SHOP));
};
/** A colourway of one cup. */
const plain = SHELF.colourways.find(({ spec }) => spec.build === 'single')!.id;
const sprat = SHELF.baits[0]!.id;

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

/** A bench that shoots a colour nobody has named, so often, beside what was planned. */
function inventing(shots: number) {
  const bench = benchOn({
    ...snapshotFrom(
      'Invented',
      draftPlan(SHELF, [{ ...WANTED[0]!, count: 8 }], DEFAULTS),
      DEFAULT_SHOP,
    ),
    colour: { materials: MATERIALS, versions: {}, dosing: 'drops' },
  });
  const change = also(bench.state(), { bait: sprat, colourway: UNNAMED }, shots);
  assert.ok(change.ok, change.ok ? '' : change.refused.join(' '));
  const taken = [...bench.act(change.send).runs.values()].at(-1)!;
  return { bench, taken, cupId: Object.values(taken.job.drawnFrom)[0]! };
}

test('a colour with no recipe: made with the cup in hand, advised from the whole shelf, kept as a mix', () => {
  const { bench, taken, cupId } = inventing(1);
  const cupNow = () => bench.state().cups.get(cupId)!;
  bench.follow((state) => {
    const step = nextStep(state, bench.now());
    return step?.key === 'colour' && step.target === cupId;
  });
  // Nothing is wanted until somebody says what: then the shelf says what brings it there.
  const charge = chargeOf(cupNow(), MATERIALS)!;
  assert.ok(charge.shelf.length > 6, 'the whole shelf may go in');
  assert.equal(nextAddition(narrowed(charge)).add.length, 0);
  const [dose] = ['Green no. 2', 'Black'].flatMap((key) =>
    charge.shelf.filter((one) => one.key === key),
  );
  const target = colourWith([{ pigment: dose!.pigment, dose: 20 }], charge.ml);
  const wanted = narrowed({ ...charge, target });
  assert.ok(wanted.shelf.length <= 6 && wanted.shelf.length > 0);
  const { add, now, after } = nextAddition(wanted);
  assert.ok(add.length > 0 && after < now / 1.3, `${now} to ${after}`);
  for (const { key, dose: amount } of add) {
    const material = MATERIALS.find(({ name }) => name === key)!;
    bench.act(addedByHand(cupNow(), countedOut(material, amount), null));
  }
  const mix = mixIn(cupNow(), 'Slipway green', MATERIALS);
  assert.equal(mix.ladder.length, add.length);
  const kept = mixKept(cupNow(), mix, { as: 'branch', name: 'Slipway green', upTo: null });
  assert.equal(bench.act(kept!).cups.get(cupId)!.keptMixes[0]!.name, 'Slipway green');
  // Whatever went in is its colour: nobody has named it, and it goes to stock as that.
  const end = bench.follow((state) => state.phase.is === 'finished');
  const shots = [...end.shots.values()].filter(({ job }) => job === taken.key);
  assert.ok(shots.length >= 1);
  assert.deepEqual(
    shots.map((shot) => colourOfShot(end, shot).id),
    shots.map(() => UNNAMED),
  );
  assert.ok(
    allot(end).stock.some(({ bait, colourway }) => bait === sprat && colourway === UNNAMED),
  );
  assert.ok(Math.abs(unbalanced(end)) < 1e-9);
});

test('kept and named, what was shot of the cup as it was kept has its colourway; doctored since, it has not', () => {
  const { bench, taken, cupId } = inventing(3);
  bench.act({ kind: 'turned', payload: { job: taken.key } });
  const cup = () => bench.state().cups.get(cupId)!;
  const dose = (name: string, drops: number) =>
    bench.act(
      addedByHand(
        cup(),
        countedOut(
          MATERIALS.find((one) => one.name === name)!,
          drops,
        ),
        null,
      ),
    );
  bench.follow((state) => {
    const step = nextStep(state, bench.now());
    return step?.key === 'colour' && step.target === cupId;
  });
  dose('Green no. 2', 30);
  const shots = () => [...bench.state().shots.values()].filter(({ job }) => job === taken.key);
  const ids = () => shots().map((shot) => colourOfShot(bench.state(), shot).id);
  const opened = () => shots().filter(({ rackedAt }) => rackedAt !== null).length;
  bench.follow(() => opened() === 1);
  assert.deepEqual(ids(), [UNNAMED]);
  const upTo = cup().trail.length;
  const mix = mixIn(cup(), 'Slipway green', MATERIALS);
  const made = { mix: { id: 901, spec: mix }, colourway: { id: 902, name: 'Slipway green' } };
  const sent = nameColour(bench.state(), cup(), made, upTo);
  assert.deepEqual(
    sent.map(({ kind }) => kind),
    ['named', 'changed'],
  );
  for (const send of sent) bench.act(send);
  assert.deepEqual([ids(), cup().mix], [[902], 901]);
  bench.follow(() => opened() === 2);
  assert.deepEqual(ids(), [902, 902], 'and so is what is shot after');
  dose('Black', 60);
  bench.follow(() => opened() === 3);
  assert.deepEqual(ids(), [902, 902, UNNAMED]);
  assert.deepEqual(nameColour(bench.state(), cup(), made, upTo), [], 'said twice it is said once');

  // A cup nothing is shot from yet is called what it is too.
  bench.act(takeCup(bench.state(), { vessel: SHELF.vessels[0]!.id }, SHELF)!);
  const [spare] = spareCups(bench.state());
  assert.equal(spare!.mix, UNNAMED);
  for (const send of nameColour(bench.state(), spare!, made, 0)) bench.act(send);
  const named = bench.state().cups.get(spare!.key)!;
  assert.deepEqual([named.mix, named.name, named.version], [901, 'Slipway green', 1]);
  assert.deepEqual(nameColour(bench.state(), named, made, 0), []);
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
