import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Book, LaidBook } from '@/core/ahead/index.ts';
import { enquire, laneShares, layBook, outcomeOf, pieceOf, triesOf } from '@/core/ahead/index.ts';
import { batches } from '@/core/order/index.ts';
import { SHELF } from '../../scripts/demo/shelf.ts';
import { near } from '../near.ts';
import { shopWith } from './aheadKit.ts';
import { DAY, HOUR, part } from './aheadPieces.ts';

/** Two baits in two colours for four days, on two evenings of the demo shop’s bench. */
function demoBook(): Book {
  const parts = [
    part(1, { count: 30, due: 'Fri' }),
    part(2, { colourway: 3, count: 24, due: 'Fri' }),
    part(3, { bait: 2, count: 16, due: 'Sun' }),
  ];
  const by = { Fri: 3 * DAY, Sun: 5 * DAY };
  const mould = (bait: number) => SHELF.baits.find(({ id }) => id === bait)!.spec.mouldIds[0]!;
  const wanted = new Map(parts.map((one) => [one.part, one]));
  return {
    ...shopWith(1),
    pieces: batches(
      parts.map((one) => ({ ...one, rest: one.count })),
      mould,
    ).map((batch) => pieceOf(batch, wanted, (due) => by[due as keyof typeof by])),
    times: [0, 2, 4].map((day) => ({
      day: String(day + 1),
      from: day * DAY,
      to: day * DAY + 4 * HOUR,
      pairs: 1,
    })),
    by,
    held: [],
    cure: DAY,
  };
}

test('no lane is at work longer than the sessions are; each try eases what it is of, and none costs time', () => {
  const book = demoBook();
  const so = layBook(book);
  const now = outcomeOf(so, book);
  assert.equal(so.laid.left.length, 0);
  const lanes = laneShares(so);
  assert.ok(lanes.length > 3);
  for (const { seconds, share } of lanes) {
    assert.ok(seconds > 0 && seconds <= now.seconds + 1e-6);
    near(share, seconds / now.seconds, 1e-9);
  }
  const laneOf = (laid: LaidBook, kind: string) =>
    laneShares(laid).find(({ lane }) => lane.kind === kind)!.seconds;
  const tries = new Map(triesOf(book, so).map(({ name, book: other }) => [name, layBook(other)]));
  assert.equal(tries.size, 5);
  for (const [name, laid] of tries)
    assert.ok(outcomeOf(laid, book).seconds <= now.seconds + 1, name);
  const named = (begins: string) => [...tries].find(([name]) => name.startsWith(begins))![1];
  assert.ok(laneOf(named('A second'), 'mould') < laneOf(so, 'mould'));
  assert.ok(laneOf(named('Another pair'), 'hands') < laneOf(so, 'hands'));
  assert.ok(laneOf(named('Another oven'), 'oven') < laneOf(so, 'oven'));
});

test('a cup that is charged again is tried larger, and the line that is late a day later', () => {
  const book = demoBook();
  const many = book.pieces.map((piece, nth) =>
    nth > 0 ? piece : { ...piece, baits: 90, parts: [{ ...piece.parts[0]!, count: 90 }] },
  );
  // A litre that stands hot all evening wants more of the oven than charging a small cup again.
  const small = book.shelf.vessels.filter(({ spec }) => spec.volume < 400);
  const first = {
    ...book,
    shelf: { ...book.shelf, vessels: small },
    times: book.times.map((time) => ({ ...time, to: time.from + 12 * HOUR })),
    by: { ...book.by, Fri: 0 },
    pieces: many.map((one) => ({ ...one, by: 0 })),
  };
  const so = layBook(first);
  const largest = (laid: LaidBook) =>
    Math.max(
      ...laid.sessions.flatMap((session) =>
        (session?.input.cups ?? []).map(({ vessel }) => vessel?.vessel.volume ?? 0),
      ),
    );
  const tries = new Map(triesOf(first, so).map((one) => [one.name, one.book]));
  const larger = [...tries].find(([name]) => name.startsWith('A cup half as large again'))!;
  const withLarger = layBook(larger[1]);
  near(largest(withLarger), 1.5 * largest(so), 1e-9);
  // Charged less often, hands are less at it; more plastic kept hot may take as long to bring together.
  const seconds = (laid: LaidBook, part: string) =>
    laid.sessions
      .flatMap((session) => session?.timing.phases ?? [])
      .filter(({ key }) => key === part)
      .reduce((sum, phase) => sum + phase.seconds.mid, 0);
  assert.ok(seconds(withLarger, 'prepare') < seconds(so, 'prepare'));
  const [long, before] = [outcomeOf(withLarger, larger[1]).seconds, outcomeOf(so, first).seconds];
  assert.ok(long < 1.01 * before, `${long} s for ${before}`);
  const later = [...tries].find(([name]) => name.endsWith('a day later'))!;
  const due = [...later[1].pieces]
    .flatMap(({ parts }) => parts)
    .filter((one) => /later/.test(one.due));
  assert.equal(due.length, 1);
  assert.ok(outcomeOf(layBook(later[1]), later[1]).late <= outcomeOf(so, first).late);
});

test('an enquiry goes where there is room, moves nothing, and says whom a promise would push', () => {
  const book = demoBook();
  const mould = SHELF.baits[0]!.spec.mouldIds[0]!;
  const asked = { bait: 1, colourway: 2, mould, count: 12 };
  const free = enquire(book, asked, { confidence: 0.8, wanted: null });
  assert.equal(free.refused, null);
  assert.equal(free.pushes, null);
  const chances = free.days.map(({ chance }) => chance);
  assert.ok(chances.length > 0 && chances.at(-1)! > 0.7);
  assert.deepEqual(
    chances,
    [...chances].sort((one, other) => one - other),
  );
  const far = enquire(book, asked, { confidence: 0.8, wanted: 9 * DAY });
  assert.deepEqual(far.pushes, []);
  const many = enquire(book, { ...asked, count: 3000 }, { confidence: 0.8, wanted: null });
  assert.match(many.refused!, /room|fits/);
  assert.deepEqual(many.days, []);
  const gone = enquire(book, asked, { confidence: 0.8, wanted: 0 });
  assert.ok(
    gone.pushes!.some(({ part: which }) => which === 0),
    'a day too near is late itself',
  );
});
