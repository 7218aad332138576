import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Piece, Worked } from '@/core/ahead/index.ts';
import { layOut, movedTo, pieceOf, readyOf, worker } from '@/core/ahead/index.ts';
import { batches } from '@/core/order/index.ts';
import { near } from '../near.ts';
import { shopWith } from './aheadKit.ts';
import { asked, book, by, late } from './aheadBooks.ts';
import { HOUR } from './aheadPieces.ts';

/** An evening nothing is laid in: these books are judged by their seconds alone. */
const NOTHING_LAID = {
  evening: { plan: { shots: [], cups: [] }, handsFor: () => [], runs: [], ovens: [] },
  steps: [],
  ends: 0,
};
test('a piece that a hand puts on a day it fits into is laid there, the rest around it', () => {
  fc.assert(
    fc.property(book, fc.nat(), fc.nat(), (random, one, other) => {
      const question = asked(random);
      const piece = question.pieces[one % question.pieces.length]!;
      const time = question.times[other % question.times.length]!;
      fc.pre(question.takes([piece]).atMost <= (time.to - time.from) / 1000);
      const { times } = layOut({ ...question, held: new Map([[piece.key, time.day]]) });
      const on = times.filter(({ pieces }) => pieces.some(({ key }) => key === piece.key));
      assert.deepEqual(
        on.map((laid) => laid.time.day),
        [time.day],
      );
    }),
    { numRuns: 500 },
  );
});

test('every bait is laid once or said to be left, no time is overrun, and the same book is laid the same', () => {
  fc.assert(
    fc.property(book, (random) => {
      const question = asked(random);
      const laid = layOut(question);
      const shot = new Map<number, number>();
      for (const { pieces } of [...laid.times, { pieces: laid.left.map(({ piece }) => piece) }])
        for (const { parts } of pieces)
          for (const { part, count } of parts) shot.set(part, (shot.get(part) ?? 0) + count);
      for (const { parts } of question.pieces)
        assert.equal(shot.get(parts[0]!.part), parts[0]!.count);
      for (const { time, pieces, seconds } of laid.times) {
        if (pieces.length === 0) continue;
        const took = question.takes(pieces);
        assert.equal(seconds, took.seconds);
        assert.ok(took.atMost <= (time.to - time.from) / 1000 + 1e-9);
      }
      assert.deepEqual(layOut(question), laid);
    }),
    { numRuns: 300 },
  );
});

/** The least late any laying of whole pieces is, in which all of them fit; null where none does. */
function leastLate({ pieces, times, takes }: ReturnType<typeof asked>): number | null {
  let best: number | null = null;
  const lay = (nth: number, held: Piece[][]): void => {
    if (nth === pieces.length) {
      const total = held.reduce(
        (sum, some, at) =>
          sum + some.reduce((all, piece) => all + Math.max(0, times[at]!.to - piece.by), 0),
        0,
      );
      if (best === null || total < best) best = total;
      return;
    }
    for (const [at, time] of times.entries()) {
      const some = [...held[at]!, pieces[nth]!];
      if (takes(some).atMost > (time.to - time.from) / 1000) continue;
      lay(
        nth + 1,
        held.map((other, one) => (one === at ? some : other)),
      );
    }
  };
  lay(
    0,
    times.map(() => []),
  );
  return best;
}

test('on small books hardly a promise is broken that the best of all layings keeps', () => {
  let [asMuch, all] = [0, 0];
  fc.assert(
    fc.property(book, (random) => {
      const question = asked(random);
      const best = leastLate(question);
      if (best === null) return;
      const laid = layOut(question);
      all += 1;
      if (laid.left.length === 0 && late(laid) <= best + 1) asMuch += 1;
    }),
    { numRuns: 400, seed: 7 },
  );
  assert.ok(all > 150, `${all} books`);
  assert.ok(asMuch / all >= 0.97, `as good as the best in ${asMuch} of ${all}`);
});

test('what a hand holds stays on its day, and the rest goes round it', () => {
  const question = asked({
    pieces: [
      { colour: 1, baits: 20, due: 1 },
      { colour: 2, baits: 20, due: 2 },
    ],
    times: [2, 2],
  });
  const free = layOut(question);
  assert.deepEqual(
    free.times.map(({ pieces }) => pieces.map(({ key }) => key)),
    [['0/1'], ['1/2']],
  );
  const held = layOut({ ...question, held: new Map([['0/1', '2']]) });
  assert.deepEqual(
    held.times.map(({ pieces }) => pieces.map(({ key }) => key)),
    [['1/2'], ['0/1']],
  );
  const ready = readyOf(held.times, by, 24 * HOUR);
  assert.deepEqual(
    ready.map(({ part, late: over }) => [part, over > 0]),
    [
      [0, true],
      [1, false],
    ],
  );
});

test('two colours of one bait in one session share its mould’s warming: less than two sessions of one', () => {
  const parts = [
    { part: 1, line: 1, for: 'A', bait: 1, colourway: 2, count: 20, due: '2026-12-05' },
    { part: 2, line: 2, for: 'B', bait: 1, colourway: 3, count: 20, due: '2026-12-06' },
  ];
  const wanted = new Map(parts.map((part) => [part.part, part]));
  const pieces = batches(
    parts.map((part) => ({ ...part, rest: part.count })),
    () => 1,
  ).map((batch) => pieceOf(batch, wanted, () => 0));
  const { whole: takes } = worker(shopWith(2));
  const seconds = (some: typeof pieces) => {
    const worked = takes(some, 1);
    assert.ok(!('refused' in worked), JSON.stringify(worked));
    return worked.timing.all.mid;
  };
  const [one, other] = pieces;
  assert.ok(seconds(pieces) < seconds([one!]) + seconds([other!]));
  assert.ok(seconds(pieces) > Math.max(seconds([one!]), seconds([other!])));
  // An evening is laid as full as the shop wants it to end in its time.
  const lasting = (inTime?: number) => {
    const shop = { ...shopWith(2), inTime };
    const worked = worker(shop).whole(pieces, 1);
    assert.ok(!('refused' in worked));
    return { ...worked.timing.all, atMost: worked.atMost };
  };
  for (const [inTime, of] of [
    [undefined, 'mid'],
    [0.5, 'mid'],
    [0.9, 'high'],
  ] as const) {
    const { atMost, ...all } = lasting(inTime);
    near(atMost, all[of], 0.002 * all[of]);
  }
  assert.ok(lasting(0.7).atMost > lasting(0.6).atMost);
});

test('property: a piece in hand times both days again, says what does not fit and who would be late', () => {
  let [over, late] = [0, 0];
  fc.assert(
    fc.property(book, fc.nat(), fc.nat(), (random, one, other) => {
      const question = asked(random);
      const { times } = layOut(question);
      const full = times.filter(({ pieces }) => pieces.length > 0);
      fc.pre(full.length > 0 && times.length > 1);
      const from = full[one % full.length]!;
      const piece = from.pieces[0]!;
      const to = times[other % times.length]!;
      const work = (pieces: readonly Piece[]) => {
        const { seconds, atMost } = question.takes(pieces);
        const all = { low: seconds, mid: seconds, high: atMost };
        return { timing: { all }, atMost, laid: NOTHING_LAID, input: {} } as unknown as Worked;
      };
      const moved = movedTo(
        times,
        { key: piece.key, day: to.time.day },
        { by: Object.fromEntries([1, 2, 3, 4, 5, 6].map((due) => [due, by(String(due))])), work },
      );
      if (to === from) return assert.deepEqual(moved, []);
      const [left, put] = [moved[0]!, moved[1]!];
      assert.equal(left.session === null, from.pieces.length === 1);
      const { atMost } = question.takes([...to.pieces, piece]);
      near(put.over, Math.max(0, atMost - (to.time.to - to.time.from) / 1000), 1e-6);
      assert.equal(put.late.length, piece.by < to.time.to ? 1 : 0);
      if (put.over > 0) over += 1;
      if (put.late.length > 0) late += 1;
    }),
    { numRuns: 300, seed: 7 },
  );
  assert.ok(over > 10 && late > 10, `${over} over, ${late} late`);
});
