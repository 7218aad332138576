import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SessionState } from '@/core/session/index.ts';
import { allot, count, insertMoves, runInHand, shotRow } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { input, open, balance, keys, atStep } from './stagesKit.ts';
import { contentsOf } from '@/core/session/index.ts';
import { nextStep } from '../said.ts';

test('triple: three cups are matched, and the draw is of three', () => {
  const bench = benchOn(open(input('Gull morning')));
  atStep(bench, 'match');
  const cups = [...bench.state().cups.keys()];
  cups.forEach((cup, i) => bench.read(cup, 163 + (i === 2 ? 4 : 0)));
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /4° colder/);
  const state = bench.read(cups[2]!, 164);
  const step = nextStep(state, bench.now())!;
  assert.equal(step.key, 'draw');
  assert.ok(step.send?.kind === 'drawn' && step.send.payload.barrels.length === 3);
});

test(
  'tail first: tails are made, oiled and laid by, then laid in cavity by cavity and ' +
    'used up bait by bait',
  () => {
    const bench = benchOn(open(input('Moss, blush tail')));
    const path = keys(bench, (state) =>
      [...state.moulds.values()].some((mould) => mould.loaded.size === 3),
    );
    assert.ok(path.indexOf('keep') < path.indexOf('load'));
    const state = bench.state();
    assert.equal(runInHand(state)!.stage.key, 'body');
    const lot = [...state.lots.values()][0]!;
    assert.deepEqual([lot.made, lot.left, lot.oiled], [24, 21, true]);
    const step = nextStep(state, bench.now())!;
    assert.match(step.sentence, /Lay a tail in cavity 4 of Slip eel 95/);
    bench.act(step.others!.find((other) => other.label.startsWith('A gap'))!.send);
    bench.act({
      kind: 'insertSpoiled',
      payload: { job: runInHand(state)!.key, count: 2, why: 'torn' },
    });
    const done = bench.follow((state) =>
      [...state.shots.values()].some((shot) => shot.stage.key === 'body'),
    );
    const shot = [...done.shots.values()].find((shot) => shot.stage.key === 'body')!;
    assert.ok(shot.against.includes('insertGap'));
    assert.deepEqual([...shot.inserts.values()], Array(8).fill(lot.id));
    const end = bench.follow((state) => state.phase.is === 'finished');
    assert.deepEqual(
      Object.fromEntries(
        insertMoves(end).map((insertMove) => [insertMove.what.split(' ')[0]!, insertMove.count]),
      ),
      { made: 24, spoiled: -2, used: -8 },
    );
    assert.equal(shotRow(end, shot.id)!.cavities.length, 0 + 8);
    assert.equal(shotRow(end, shot.id)!.cavities[0]!.insert, lot.id);
  },
);

test('a cavity shot without its insert is no good bait; a stage short of inserts is asked about', () => {
  const bench = benchOn(open(input('Lantern glass')));
  atStep(bench, 'load');
  const state = bench.state();
  const mould = [...state.moulds.values()][0]!;
  bench.act({
    kind: 'loaded',
    payload: { mould: mould.key, job: runInHand(state)!.key, cavities: [1], gap: false },
  });
  bench.act({ kind: 'skipped', payload: { step: 'load', target: `${mould.key}:${mould.cycles}` } });
  const shot = (state: SessionState) =>
    [...state.shots.values()].find((shot) => shot.stage.key === 'body');
  const after = bench.follow((state) => shot(state) !== undefined);
  assert.deepEqual(shot(after)!.marks.get(2), { grade: 'second', fault: 'bare' });
  assert.equal(shot(after)!.marks.has(1), false);
  // Everything spoiled: the bench asks for more shells before the next core.
  const run = [...after.runs.values()].find((run) => run.stage.key === 'body')!;
  bench.act({
    kind: 'insertSpoiled',
    payload: {
      job: run.key,
      count: [...after.lots.values()].reduce((sum, lot) => sum + lot.left, 0),
      why: 'dropped',
    },
  });
  atStep(bench, 'more');
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /shells left for cores/);
});

test('a swirl’s baits are judged one by one; its plungers are pulsed', () => {
  const bench = benchOn(open(input('Slack water')));
  const pulse = nextStep(atStep(bench, 'shoot'), bench.now())!.pulse!;
  assert.deepEqual(pulse.letters, ['A', 'B']);
  atStep(bench, 'mark');
  const step = nextStep(bench.state(), bench.now())!;
  assert.ok(step.send?.kind === 'cavityMarked' && step.send.payload.cavity === 1);
  bench.act(step.send);
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /cavity 2/);
});

test(
  'a per-port mould stopped at the fifth cavity: five are baits, the rest of the draw ' +
    'goes back, and more is asked for',
  () => {
    const bench = benchOn(open(input('Wrack patch', 7)));
    for (let count = 0; count < 5; count++)
      bench.act(nextStep(atStep(bench, 'shoot'), bench.now())!.send!);
    const step = nextStep(bench.state(), bench.now())!;
    assert.match(step.sentence, /Clear the nozzle, shoot cavity 6/);
    bench.act(step.others!.find((other) => other.label === 'Stop: one side thin')!.send);
    assert.equal(nextStep(bench.state(), bench.now())!.key, 'hold');
    atStep(bench, 'empty');
    const held = contentsOf([...bench.state().injectors.values()][0]!).reduce(
      (sum, content) => sum + content.grams,
      0,
    );
    const had =
      [...bench.state().cups.values()].reduce((sum, cup) => sum + cup.grams, 0) +
      bench.state().puckG;
    const state = bench.act(nextStep(bench.state(), bench.now())!.send!);
    assert.ok(
      Math.abs(
        [...state.cups.values()].reduce((sum, cup) => sum + cup.grams, 0) +
          state.puckG -
          had -
          held,
      ) < 1e-9,
    );
    const more = atStep(bench, 'more');
    assert.equal(count(more.shots.values()).shot, 5);
    assert.match(nextStep(more, bench.now())!.sentence, /2 short of 7/);
    const end = bench.follow((state) => state.phase.is === 'finished');
    assert.equal(allot(end).lines[0]!.count, 7);
    assert.ok(Math.abs(balance(end)) < 1e-6);
  },
);

test('a turned block marks its baits upside down; one of them may still be good', () => {
  const bench = benchOn(open(input('Gull morning')));
  atStep(bench, 'top');
  bench.act(
    nextStep(bench.state(), bench.now())!.others!.find(
      (other) => other.label === 'It is the other way',
    )!.send,
  );
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /Turn the block/);
  bench.act({ kind: 'skipped', payload: nextStep(bench.state(), bench.now())!.skip! });
  const state = atStep(bench, 'mark');
  const shot = [...state.shots.values()][0]!;
  assert.deepEqual(
    [shot.turned, shot.against.includes('upsideDown'), count([{ ...shot, markedAt: 1 }]).usable],
    [true, true, 8],
  );
  assert.deepEqual(shot.marks.get(3), { grade: 'usable', fault: 'upside' });
  assert.equal(
    bench
      .act({
        kind: 'cavityMarked',
        payload: { shot: shot.id, cavity: 3, grade: 'good', fault: null },
      })
      .shots.get(shot.id)!.marks.size,
    7,
  );
});

test('a spot peeled off and poured again: the peeled one is on the tray, the last one in the bait', () => {
  const bench = benchOn(open(input('Pilot eye')));
  atStep(bench, 'close');
  const again = nextStep(bench.state(), bench.now())!.others!.find((other) =>
    other.label.startsWith('Peel'),
  )!;
  const before = bench.state().puckG;
  const state = bench.act(again.send);
  const grams = again.send.kind === 'poured' ? again.send.payload.grams : 0;
  assert.ok(
    Math.abs(state.puckG - before - grams) < 1e-9 &&
      [...state.moulds.values()][0]!.pours.length === 1,
  );
  const done = bench.follow((state) => state.shots.size === 1);
  assert.deepEqual(
    [...done.shots.values()][0]!.poured.map((portion) => portion.layer),
    ['spot'],
  );
  assert.ok(Math.abs(balance(done)) < 1e-6);
});
