import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Chosen } from '@/core/ahead/index.ts';
import { asHandled, chooseFor, NO_HAND, offersFor, partAt, worker } from '@/core/ahead/index.ts';
import { SHELF } from '../../scripts/demo/shelf.ts';
import { shopWith } from './aheadKit.ts';
import { DAY, part, piece } from './aheadPieces.ts';

const by = () => 5 * DAY;
/** A piece of the first demo bait in a colourway, as a hand wants it shot. */
const wanted = (colourway: number, chosen: Chosen, due = 'Fri') => {
  const one = part(colourway, { bait: 1, colourway, count: 24, due });
  const whole = piece(1, { key: `1/${colourway}`, bait: 1, colourway, baits: 24, parts: [one] });
  return asHandled([whole], chooseFor(NO_HAND, whole.key, chosen), by)[0]!;
};
const { whole } = worker(shopWith(1));
function worked(...pieces: ReturnType<typeof wanted>[]) {
  const session = whole(pieces, 1);
  assert.ok(!('refused' in session), 'refused' in session ? session.refused : '');
  return session;
}

test('a hand wants a piece shot otherwise: halves go as the whole, or as they are wanted themselves', () => {
  const one = piece(1);
  const hand = chooseFor(chooseFor(NO_HAND, one.key, { mould: 2 }), one.key, { place: 'last' });
  const halved = chooseFor(partAt(hand, one.key, 8), `${one.key}~2`, { mould: 1 });
  assert.deepEqual(
    asHandled([one], halved, by).map(({ chosen, mould }) => ({ chosen, mould })),
    [
      { chosen: { mould: 2, place: 'last' }, mould: 2 },
      { chosen: { mould: 1, place: 'last' }, mould: 1 },
    ],
  );
  assert.deepEqual(partAt(halved, one.key, 0).chosen, { [one.key]: { mould: 2, place: 'last' } });
  const usual = chooseFor(hand, one.key, { mould: undefined, place: undefined });
  assert.deepEqual(usual.chosen, {});
  assert.deepEqual(asHandled([one], usual, by), [one], 'nothing is said of it any more');
});

test('what is chosen is what is shot: its mould, its injector, its place, with cups that fit', () => {
  const offers = offersFor(SHELF, wanted(1, {}));
  assert.ok(offers.moulds.length > 1 && offers.injectors.length > 0);
  const usual = worked(wanted(1, {}));
  for (const { id } of offers.moulds) {
    const { plan, input } = worked(wanted(1, { mould: id }));
    assert.deepEqual([...new Set(plan.shots.map(({ mould }) => mould))], [id]);
    for (const cup of plan.cups) {
      const { vessel } = input.cups.find((choice) => choice.id === cup.id)!;
      assert.ok(cup.mostMl <= vessel!.vessel.volume, 'the cup was chosen for what it holds now');
    }
    assert.equal(plan.totals.baits >= 24, true);
  }
  for (const { id } of offers.injectors) {
    const { input } = worked(wanted(1, { injector: id }));
    assert.equal(input.jobs[0]!.tools.at(-1)!.injector!.id, id);
  }
  assert.deepEqual(worked(wanted(1, { mould: undefined })).plan, usual.plan);
  const orderOf = (...pieces: ReturnType<typeof wanted>[]) =>
    worked(...pieces).input.jobs.map(({ colourway }) => colourway.id);
  assert.deepEqual(
    orderOf(wanted(1, {}), wanted(3, {}, 'Sun')),
    [1, 3],
    'the soonest wanted first',
  );
  assert.deepEqual(orderOf(wanted(1, {}), wanted(3, { place: 'first' }, 'Sun')), [3, 1]);
  assert.deepEqual(orderOf(wanted(1, { place: 'last' }), wanted(3, {}, 'Sun')), [3, 1]);
  const begins = worked(wanted(1, { place: 'last' }), wanted(3, {}, 'Sun')).plan.shots[0]!;
  assert.match(begins.job, /^1-3/, 'and its shots come so');
});

test('halves of a piece on one day are one job, unless one is wanted otherwise', () => {
  const [usual, other] = offersFor(SHELF, wanted(1, {})).moulds.map(({ id }) => id);
  const one = wanted(1, {});
  const halvesAs = (chosen: Chosen) =>
    asHandled([one], chooseFor(partAt(NO_HAND, one.key, 10), `${one.key}~2`, chosen), by);
  const same = worked(...halvesAs({}));
  assert.deepEqual(
    same.input.jobs.map(({ lines }) => lines.map(({ count }) => count)),
    [[10, 14]],
  );
  const apart = worked(...halvesAs({ mould: other }));
  assert.deepEqual(
    apart.input.jobs.map(({ lines, tools }) => [tools.at(-1)!.moulds[0]!.id, lines[0]!.count]),
    [
      [usual, 10],
      [other, 14],
    ],
  );
  assert.deepEqual([...new Set(apart.plan.shots.map(({ mould }) => mould))], [usual, other]);
  // Its first half last, its second first: what was one job stands at both ends.
  const ends = chooseFor(
    chooseFor(partAt(NO_HAND, one.key, 10), `${one.key}~1`, { place: 'last' }),
    `${one.key}~2`,
    { place: 'first' },
  );
  const between = worked(...asHandled([one], ends, by), wanted(3, {}, 'Sun'));
  assert.deepEqual(
    between.input.jobs.map(({ colourway, lines }) => [colourway.id, lines[0]!.count]),
    [
      [1, 14],
      [3, 24],
      [1, 10],
    ],
  );
  assert.ok(between.plan.ok);
});
