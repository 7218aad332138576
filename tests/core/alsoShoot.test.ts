import assert from 'node:assert/strict';
import { test } from 'node:test';
import { colourWith, narrowed, nextAddition } from '@/core/colour/index.ts';
import { draftPlan, UNNAMED } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import {
  addedByHand,
  allot,
  alsoShoot,
  buildsFor,
  chargeOf,
  colourOfShot,
  countedOut,
  joinable,
  joinLine,
  jobsOf,
  mixIn,
  mixKept,
  snapshotFrom,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { unbalanced } from '../randomLog.ts';
import { nextStep } from '../said.ts';

const at = { shelf: SHELF, units: METRIC };
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
  const change = alsoShoot(before, { bait: sprat, colourway: plain, shots: 2 }, at);
  assert.ok(change.ok);
  const after = bench.act(change.send);
  const also = [...after.runs.values()].filter(({ job }) => !before.runs.has(job.key));
  const added = also.filter(({ key }) => !before.runs.has(key));
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

test('two from the last spoonful: poured by hand from the cup that stands there, and counted as what they are', () => {
  const input = draftPlan(
    SHELF,
    [{ ...WANTED[0]!, bait: sprat, colourway: plain, count: 6 }],
    DEFAULTS,
  );
  const bench = benchOn(snapshotFrom('A single', input, DEFAULT_SHOP));
  const own = buildsFor(plain, SHELF)[0]!;
  assert.ok(buildsFor(plain, SHELF).some(({ key }) => key === 'plunger'));
  const open = SHELF.baits.find(({ spec }) => spec.name === 'Pier sprat')!.id;
  const wanted = { bait: open, colourway: plain, shots: 2, build: 'plunger' };
  const change = alsoShoot(bench.state(), wanted, at);
  assert.ok(change.ok, change.ok ? '' : change.refused.join(' '));
  const [cup] = bench.state().cups.keys();
  const also = [...bench.act(change.send).runs.values()].at(-1)!;
  assert.deepEqual(Object.values(also.job.drawnFrom), [cup], 'from the cup that is there');
  const end = bench.follow((state) => state.phase.is === 'finished');
  const poured = [...end.shots.values()].filter(({ job }) => job === also.key);
  // Nobody ordered them: the bench goes on asking while there is enough for one more.
  assert.ok(poured.length >= 2, `${poured.length}`);
  assert.ok(poured.every(({ build }) => build.key === 'plunger' && build.key !== own.key));
  assert.ok(Math.abs(unbalanced(end)) < 1e-9);
});

test('a colour with no recipe: made with the cup in hand, advised from the whole shelf, kept as a mix', () => {
  const bench = benchOn({
    ...snapshotFrom(
      'Invented',
      draftPlan(SHELF, [{ ...WANTED[0]!, count: 8 }], DEFAULTS),
      DEFAULT_SHOP,
    ),
    colour: { materials: MATERIALS, versions: {}, dosing: 'drops' },
  });
  const change = alsoShoot(bench.state(), { bait: sprat, colourway: UNNAMED, shots: 1 }, at);
  assert.ok(change.ok, change.ok ? '' : change.refused.join(' '));
  const also = [...bench.act(change.send).runs.values()].at(-1)!;
  const cupId = Object.values(also.job.drawnFrom)[0]!;
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
  const shots = [...end.shots.values()].filter(({ job }) => job === also.key);
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

test('of what is shot already so many shots more; what the shop cannot shoot is refused in words', () => {
  const bench = benchOf(8);
  const [run] = bench.state().runs.values();
  const { bait, colourway } = run!.job;
  const more = alsoShoot(bench.state(), { bait: bait.id, colourway: colourway.id, shots: 3 }, at);
  assert.ok(more.ok);
  assert.equal([...bench.act(more.send).runs.values()][0]!.target, run!.target + 3);
  const none = alsoShoot(bench.state(), { bait: 9999, colourway: plain, shots: 1 }, at);
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
