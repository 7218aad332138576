import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  estimateOf,
  heatOf,
  newBelief,
  ovenKey,
  PRIOR,
  safeBurst,
  UNEVEN_PRIOR,
  unevenOf,
  unevenTaught,
  withCup,
  withOven,
} from '@/core/heat/index.ts';
import { follower, learnedFrom, lessonsOf, USUAL_SETUP } from '@/core/session/index.ts';
import type { HeatNote } from '@/core/session/index.ts';

const body = { plastic: 220, glass: 320, bore: 85, volume: 240, exchange: 3, room: 20 };
const use = { oven: 'o', power: 900, level: 1, cups: ['A'] };
const mean = { mean: 178, sd: 2 };

test('a new oven and a new cup are given less time, one that scorched less still, a quiet one more', () => {
  const safe = (uneven = UNEVEN_PRIOR, exchange: { mean: number; sd: number } = PRIOR.exchange) =>
    safeBurst(
      withCup(withOven(newBelief(0), 'o', { ...PRIOR.one, uneven }), 'A', {
        body,
        celsius: { mean: 150, sd: 1 },
        constants: {
          ...PRIOR,
          exchange,
        },
      }),
      use,
    );
  const known = { mean: UNEVEN_PRIOR.mean, sd: 0.08 };
  const cupKnown = { mean: PRIOR.exchange.mean, sd: 0.1 };
  assert.ok(safe() < safe(known) && safe() < safe(UNEVEN_PRIOR, cupKnown));
  assert.ok(safe(known, cupKnown) > safe(known));
  const scorched = unevenTaught(UNEVEN_PRIOR, { mean, over: 15, atLeast: 204 });
  assert.ok(safe(scorched) < safe(), `${safe(scorched)} s`);
  const quiet = Array.from({ length: 30 }).reduce<typeof known>(
    (now) => unevenTaught(now, { mean, over: 15, atLeast: null }),
    UNEVEN_PRIOR,
  );
  assert.ok(quiet.mean < UNEVEN_PRIOR.mean - 0.05 && safe(quiet) > safe(), `${quiet.mean}`);
});

test('property: more seen of the hottest never teaches an oven milder, and what is seen is believed', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 150, max: 190, noNaN: true }),
      fc.double({ min: 6, max: 25, noNaN: true }),
      fc.double({ min: 150, max: 215, noNaN: true }),
      fc.double({ min: 0, max: 20, noNaN: true }),
      (celsius, over, atLeast, more) => {
        const at = (seen: number | null) =>
          unevenTaught(UNEVEN_PRIOR, { mean: { mean: celsius, sd: 2 }, over, atLeast: seen });
        assert.ok(at(atLeast).mean >= UNEVEN_PRIOR.mean - 1e-6);
        assert.ok(at(atLeast + more).mean >= at(atLeast).mean - 1e-6);
        assert.ok(at(null).mean <= UNEVEN_PRIOR.mean + 1e-6);
      },
    ),
    // So far over what any oven gives that a floor under the likelihood would have made it flat.
    { examples: [[150, 6, 214.4, 20]] },
  );
});

const vessel = { name: 'Glass', volume: 500, bore: 85, fill: 0.9, froth: 0.5 };
const cooking: HeatNote[] = [
  {
    id: 'm',
    at: 0,
    kind: 'mass',
    cup: '1',
    vessel,
    grams: 220,
    added: { grams: 220, celsius: { mean: 160, sd: 1 } },
  },
  { id: 'b', at: 1000, kind: 'burst', cups: ['1'], oven: 0, level: 1, seconds: 14, ended: false },
];
const read = (id: string, at: number, celsius: number): HeatNote => ({
  id,
  at,
  kind: 'reading',
  cup: '1',
  celsius,
  sd: 0.7,
  eye: false,
  device: false,
});
const oven = ovenKey(0, 1, 1);
const followed = (...more: HeatNote[]) => {
  const notes = [...cooking, ...more];
  return follower(USUAL_SETUP)(notes, notes.at(-1)!.at);
};

test('a wisp over a cup not stirred stands at its hottest: the oven is learned, the cup not called hotter', () => {
  const wisp: HeatNote = {
    ...(read('w', 17_000, 182.5) as Extract<HeatNote, { kind: 'reading' }>),
    sd: 3.2,
    eye: true,
  };
  const nothing = followed(read('r', 20_000, 166));
  const seen = followed(wisp, read('r', 20_000, 166));
  assert.ok(
    unevenOf(seen.belief, oven).mean > UNEVEN_PRIOR.mean + 0.05,
    `${unevenOf(seen.belief, oven).mean}`,
  );
  assert.ok(Math.abs(heatOf(seen.belief, '1').celsius - heatOf(nothing.belief, '1').celsius) < 3);
  assert.equal(unevenOf(nothing.belief, oven).mean, UNEVEN_PRIOR.mean);

  const later = Array.from({ length: 6 }, (_, i) => read(`k${i}`, 40_000 + i * 20_000, 164 - i));
  const evening = [...cooking, wisp, read('r', 20_000, 166), ...later];
  // Two more bursts with a look after each, so that the oven's lesson has something to stand on.
  for (const at of [200_000, 300_000]) {
    evening.push({ ...(cooking[1] as object), id: `b${at}`, at, seconds: 8 } as HeatNote);
    evening.push(read(`a${at}`, at + 12_000, 168));
  }
  const lessons = lessonsOf(
    follower(USUAL_SETUP)(evening, evening.at(-1)!.at),
    evening,
    USUAL_SETUP,
  );
  const lesson = lessons.find((lesson) => lesson.key === `oven/${oven}/uneven`);
  assert.ok(lesson && lesson.posterior.mean > lesson.prior.mean);
  assert.deepEqual(learnedFrom([lesson]).ovens[oven]?.uneven, lesson.posterior);
  assert.deepEqual(learnedFrom([lesson]).ovens[oven]?.efficiency, PRIOR.one.efficiency);
});

test('two looks about a stir tell how far the hottest ran ahead; two after it tell nothing', () => {
  const stirred: HeatNote = { id: 's', at: 24_000, kind: 'out', cup: '1' };
  const about = followed(read('r', 18_000, 184), stirred, read('q', 30_000, 166));
  assert.ok(
    unevenOf(about.belief, oven).mean > UNEVEN_PRIOR.mean,
    `${unevenOf(about.belief, oven).mean}`,
  );
  const after = followed(
    { ...stirred, at: 17_000 },
    read('r', 18_000, 184),
    read('q', 30_000, 166),
  );
  assert.equal(unevenOf(after.belief, oven).mean, UNEVEN_PRIOR.mean);
  const { mean } = estimateOf(about.belief, { of: 'plastic', cup: '1' });
  assert.ok(mean < 172, `${mean}`);
});
