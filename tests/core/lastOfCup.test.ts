import assert from 'node:assert/strict';
import { test } from 'node:test';
import { cupColour, leftoverUses, massFor } from '@/core/session/index.ts';
import { colourOfHex, deltaE, drawnAs } from '@/core/colour/index.ts';
import { benchOn } from '../bench.ts';
import { open } from './countsKit.ts';
import { demoPlan } from '../demoPlan.ts';
import { near } from '../near.ts';
import { nextStep } from '../said.ts';
import { baitMass } from '@/core/shot/index.ts';
import { snapshot, first, fresh } from './trailKit.ts';

test('the bench says what the last of a cup could become, and asks before it is finished', () => {
  const bench = benchOn(snapshot);
  const state = bench.follow((now) => nextStep(now, bench.now())?.key === 'leftover');
  const step = nextStep(state, bench.now())!;
  const cup = state.cups.get(step.target)!;
  assert.ok(step.send?.kind === 'pouredOff' && step.send.payload.way === 'puck');
  near(step.send.payload.grams, cup.grams);
  assert.match(step.detail, /Pour it out flat/);
  const labels = step.others!.map(({ label }) => label);
  assert.deepEqual(labels, ['Left in its cup', 'Thrown away']);
  const left = bench.act(step.others![0]!.send);
  assert.equal(left.kept.at(-1)!.way, 'left');
  assert.match(left.kept.at(-1)!.tub.name, /cup [A-Z], Leftovers/);
  // A second cup of its mix with room is offered first; one of another mix is not.
  const twin = {
    ...state,
    cups: new Map([
      ...state.cups,
      ['twin', { ...cup, key: 'twin', letter: 'Z', grams: 20, limitMl: 5000 }],
    ]),
  };
  assert.equal(leftoverUses(twin, cup).join?.key, 'twin');
  assert.equal(leftoverUses(state, cup).join, null);
  // An open mould takes what a hand pours: as many as it has cavities, or the plastic is for.
  const poured = {
    ...state,
    moulds: new Map(
      [...state.moulds].map(([key, mould]) => [
        key,
        { ...mould, mould: { ...mould.mould, feed: 'top' as const } },
      ]),
    ),
  };
  const [most] = leftoverUses(poured, cup).byHand;
  const mould = [...state.moulds.values()].find((one) => one.mould.name === most!.mould)!;
  const run = [...state.runs.values()][0]!;
  const each = baitMass(massFor(state, run, mould)) / mould.mould.cavities.length;
  assert.equal(most!.baits, Math.min(mould.mould.cavities.length, Math.floor(cup.grams / each)));
  assert.deepEqual(leftoverUses(state, cup).byHand, [], 'nobody pours through a runner');
});

test('a cup is drawn as what is in it: milky raw, its mix’s colour once coloured, another when doctored', () => {
  const bench = benchOn(open(demoPlan()));
  const cupNow = () => bench.state().cups.get(first)!;
  const { materials } = bench.state().snapshot.colour;
  const drawn = () => colourOfHex(cupColour(cupNow(), materials))!;
  bench.act(fresh(first, 200));
  const raw = drawn();
  assert.ok(raw.l > 88 && Math.hypot(raw.a, raw.b) < 10, 'milky');
  bench.follow((state) => state.cups.get(first)!.coloured);
  const mixed = cupNow();
  const asMixed = colourOfHex(drawnAs({ ladder: mixed.ladder, colour: mixed.colour }, materials))!;
  // Drops come whole and spoons are eyed, so the cup is its mix but for that.
  assert.ok(deltaE(drawn(), asMixed) < 4, `${deltaE(drawn(), asMixed)}`);
  const black = materials.find(({ name }) => name === 'Black')!;
  bench.act({
    kind: 'added',
    payload: {
      ...{ cup: first, what: black.name, materialId: black.id, amount: 40 },
      ...{ dimension: 'drops', from: 'hand' },
    },
  });
  assert.ok(drawn().l < asMixed.l - 10, 'doctored, it is drawn darker');
});
