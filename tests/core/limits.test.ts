import assert from 'node:assert/strict';
import { test } from 'node:test';
import { limitsOf } from '@/core/material/index.ts';
import type { Snapshot } from '@/core/session/index.ts';
import {
  coolingOf,
  follower,
  forecastBench,
  heatAsk,
  mouldHeat,
  runInHand,
  shownHeat,
} from '@/core/session/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { benchOn } from '../bench.ts';
import { setup, plain, text, word, seen, ready } from './safeKit.ts';
import { advise, drawWarnings, nextStep, steps } from '../said.ts';

const shelved = (materials: Snapshot['colour']['materials']): Snapshot => ({
  ...plain,
  colour: { ...plain.colour, materials },
});

test('fusion, ceiling and alarm are the plastisol’s own, as it stands on the shelf', () => {
  const grade = plain.input.cups.find((cup) => cup.id === text)!.recipe.grade;
  const bottle = (more: object) => ({
    ...MATERIALS.find((material) => material.kind === 'plastisol')!,
    grade,
    ...more,
  });
  assert.deepEqual(limitsOf({ grade }, []), { fusion: 177, ceiling: 195, alarm: 205 });
  assert.deepEqual(
    limitsOf({ grade }, [bottle({ fusion: 170, ceiling: 185 }), bottle({ alarm: 199 })]),
    { fusion: 177, ceiling: 185, alarm: 199 },
    'the most careful of two',
  );
  const bench = benchOn(
    shelved([bottle({ name: 'Soft and touchy', fusion: 168, ceiling: 182, alarm: 190 })]),
  );
  bench.follow((state) => nextStep(state, bench.now())?.key === 'cook');
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /168/);
  bench.act({ kind: 'heated', payload: { cup: text, seconds: 240 } });
  bench.act(
    {
      kind: 'reading',
      payload: { target: { kind: 'cup', key: text }, celsius: 170, stage: null, from: 'typed' },
    },
    5000,
  );
  assert.equal(bench.state().cups.get(text)!.fused, true);
  const { answer } = seen(bench.state(), bench.now());
  const usual = forecastBench(follower(setup)(bench.state().heat, bench.now()), {
    ...heatAsk(bench.state(), 1, { run: null, now: bench.now() }),
    cups: heatAsk(bench.state(), 1, { run: null, now: bench.now() }).cups.map((cup) => ({
      ...cup,
      limits: limitsOf({ grade: 'medium' }, []),
    })),
  });
  assert.ok(answer.cups[text]!.safe < usual.cups[text]!.safe, 'bursts stay under its own ceiling');
  bench.read(text, 184);
  assert.equal(seen(bench.state(), bench.now()).cautions[0]!.level, 'ceiling');
});

test('the heat a draw records is the heat the bench has for the middle of each barrel’s drawing', () => {
  const bench = ready();
  for (let i = 0; i < 400 && nextStep(bench.state(), bench.now())?.key !== 'draw'; i++) {
    bench.read(text, 163.4);
    bench.read(word, 162.9);
  }
  const now = bench.now() + 25_000;
  const { step, answer } = seen(bench.state(), bench.now());
  assert.equal(step!.key, 'draw');
  const later = advise(bench.state(), steps(bench.state(), now), {
    answer,
    plan: null,
    notes: bench.state().heat,
    now,
  })!;
  const draw = later.send!;
  assert.equal(draw.kind, 'drawn');
  if (draw.kind !== 'drawn') return;
  const moments = { 1: 13.5, 2: 22.5 };
  for (const { cup, celsius, nth } of draw.payload.barrels) {
    const at = 25 + moments[nth as 1 | 2];
    assert.equal(celsius, Math.round(shownHeat(answer.cups[cup]!, at) * 10) / 10);
  }
  const state = bench.act(draw, 25_000);
  const held = [...state.draws.values()].at(-1)!;
  held.barrels.forEach((barrel, i) =>
    assert.equal(barrel.celsius, draw.payload.barrels[i]!.celsius),
  );
  assert.ok(
    held.barrels[0]!.celsius! < answer.cups[held.barrels[0]!.cup]!.now.celsius,
    'it has cooled since it was read',
  );
});

test('metal takes a shot’s heat as it cools and does not jump when it is opened', () => {
  const bench = ready();
  const state = bench.follow((state) =>
    [...state.moulds.values()].some(
      (mould) => mould.phase.is === 'cooling' && mould.phase.toppedOff,
    ),
  );
  const mould = [...state.moulds.values()].find(
    (mould) => mould.phase.is === 'cooling' && mould.phase.toppedOff,
  )!;
  const at = (time: number) => mouldHeat(state, mould, time).celsius;
  const { readyAt } = coolingOf(mould)!;
  assert.ok(at(readyAt) > at(mould.since) + 0.5, 'it warms while the bait gives up its heat');
  let worst = 0;
  for (let since = mould.since; since < readyAt; since += 1000)
    worst = Math.max(worst, Math.abs(at(since + 1000) - at(since)));
  assert.ok(worst < 0.4, `${worst} K in a second`);
  const opened = bench.act(
    { kind: 'mouldOpened', payload: { mould: mould.key } },
    readyAt - bench.now(),
  );
  const after = opened.moulds.get(mould.key)!;
  assert.ok(Math.abs(mouldHeat(opened, after, readyAt).celsius - at(readyAt)) < 1e-9);
});

test('a cup hotter than its flake’s dye stands says so, by name, before the draw', () => {
  const flake = {
    ...MATERIALS.find((material) => material.kind === 'flake')!,
    name: 'Weak flake',
    heat: 158,
  };
  const bench = ready(shelved([flake]));
  bench.act({
    kind: 'added',
    payload: { cup: text, what: 'weak flake', amount: 1, dimension: 'volume', from: 'hand' },
  });
  const state = bench.read(text, 164);
  const said = drawWarnings(state, runInHand(state)!, bench.now()).filter(
    (drawWarning) => drawWarning.code === 'bleeds',
  );
  assert.equal(said.length, 1);
  assert.match(said[0]!.sentence, /^A is too hot for Weak flake: its dye stands 158/);
  bench.act({ kind: 'stirred', payload: { cup: text } }, 120_000);
  assert.deepEqual(
    drawWarnings(bench.read(text, 153), runInHand(state)!, bench.now()).filter(
      (drawWarning) => drawWarning.code === 'bleeds',
    ),
    [],
  );
});
