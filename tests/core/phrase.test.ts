import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  and,
  capital,
  joined,
  METRIC,
  type Phrase,
  phrase,
  saidHeat,
  spoken,
  uncapital,
} from '@/core/quantity/index.ts';
import type { Step } from '@/core/session/index.ts';
import { drawWarnings, heatCautions, runInHand, steps } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { snapshots } from './stagesKit.ts';

/** Any phrase: texts, heats, and phrases of both. */
const anyPhrase: fc.Arbitrary<Phrase> = fc
  .array(fc.oneof(fc.string(), fc.double({ min: -40, max: 400, noNaN: true }).map(saidHeat)))
  .map((parts) => joined(parts.map((part) => (typeof part === 'string' ? part : [part]))));

test('property: a phrase put into another, joined or begun anew says what its parts say', () => {
  const say = (said: Phrase) => spoken(said, METRIC);
  fc.assert(
    fc.property(anyPhrase, anyPhrase, anyPhrase, (one, other, third) => {
      assert.equal(say(phrase`<${one}|${other}>`), `<${say(one)}|${say(other)}>`);
      assert.equal(say(joined([one, other, third], '; ')), [one, other, third].map(say).join('; '));
      assert.equal(say(and([one, other, third])), `${say(one)}, ${say(other)} and ${say(third)}`);
      assert.equal(say(and([one])), say(one));
      assert.equal(say(capital(uncapital(one))).length, say(one).length);
    }),
  );
  assert.equal(say(capital(phrase`${'a'} is ${saidHeat(165)}`)), 'A is 165°');
  assert.equal(say(capital(phrase`${saidHeat(165)} is it`)), '165° is it');
});

/** Texts of a step that were written where it was decided, without their quantities. */
const textsOf = ({ sentence, detail, label, window, warnings, caution, others }: Step): string[] =>
  [
    sentence,
    detail,
    label,
    window,
    caution,
    ...(warnings ?? []),
    ...(others ?? []).map((other) => other.label),
  ]
    .flatMap((said) => said ?? [])
    .filter((part) => typeof part === 'string');

test('whatever a bench decides, in every build: no heat, mass or volume is a text before it is said', () => {
  let looked = 0;
  for (const snapshot of snapshots) {
    const bench = benchOn(snapshot);
    let moments = 0;
    bench.follow((state) => {
      const run = runInHand(state);
      const now = bench.now();
      const texts = [
        ...steps(state, now).flatMap(textsOf),
        ...(run ? drawWarnings(state, run, now) : []).flatMap(({ sentence }) => sentence),
        ...heatCautions(state, null, now).flatMap(({ sentence }) => sentence),
      ].filter((part) => typeof part === 'string');
      // What a shop calls its own things is its own.
      const named = [...state.cups.values()].flatMap((cup) => cup.ladder.map(({ what }) => what));
      for (const text of texts)
        if (!named.includes(text)) assert.doesNotMatch(text, /\d\s*(°|mL\b|g\b|mm\b)/);
      looked += texts.length;
      moments += 1;
      return state.phase.is === 'finished' || moments > 150;
    });
  }
  assert.ok(looked > 10_000, `${looked} texts`);
});
