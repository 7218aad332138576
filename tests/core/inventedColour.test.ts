import assert from 'node:assert/strict';
import { test } from 'node:test';
import { colourWith, narrowed, nextAddition } from '@/core/colour/index.ts';
import { draftPlan, UNNAMED } from '@/core/plan/index.ts';
import {
  addedByHand,
  allot,
  chargeOf,
  colourOfShot,
  countedOut,
  mixIn,
  mixKept,
  nameColour,
  snapshotFrom,
  spareCups,
  takeCup,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { unbalanced } from '../randomLog.ts';
import { nextStep } from '../said.ts';
import { also, sprat } from './alsoKit.ts';

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
