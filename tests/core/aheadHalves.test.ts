import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Piece } from '@/core/ahead/index.ts';
import { layOut, split } from '@/core/ahead/index.ts';
import { asked, by } from './aheadBooks.ts';
import { DAY, HOUR, part, piece } from './aheadPieces.ts';

test('a piece longer than any time is cut, for who is promised first first; one that fits nowhere is said', () => {
  const question = asked({ pieces: [{ colour: 1, baits: 100, due: 2 }], times: [2, 2, 2] });
  const laid = layOut(question);
  assert.deepEqual(laid.left, []);
  assert.ok(laid.times.every(({ pieces }) => pieces.length === 1));
  const none = layOut({ ...question, takes: () => ({ refused: 'There is no block for it.' }) });
  assert.deepEqual(
    none.left.map(({ why }) => why),
    ['There is no block for it.'],
  );
  const later = { ...question.pieces[0]!, key: 'later', by: 9 * DAY };
  const both = { ...question, pieces: [later, question.pieces[0]!] };
  assert.deepEqual(
    layOut({ ...both, takes: () => ({ refused: 'None.' }) }).left.map(({ piece }) => piece.key),
    [question.pieces[0]!.key, 'later'],
    'what cannot be shot is said the soonest wanted first',
  );
  const two = { ...question.pieces[0]!, parts: [...question.pieces[0]!.parts] };
  two.parts.push({ ...two.parts[0]!, part: 9, due: '5', count: 10 });
  const [first, rest] = split({ ...two, baits: 110 }, 104, by);
  assert.deepEqual(
    [first.parts.map(({ count }) => count), rest.parts.map(({ count }) => count), rest.by],
    [[100, 4], [6], 5 * DAY],
  );
  assert.throws(() => split(two, 0, by), RangeError);
});

const evening = (day: number, hours = 1) => ({
  ...{ day: String(day), from: day * DAY + 19 * HOUR, to: day * DAY + (19 + hours) * HOUR },
  pairs: 1,
});
/** 5 min to make ready and a minute a bait. */
const aMinuteEach = (pieces: readonly Piece[]) => {
  const seconds = pieces.reduce((sum, one) => sum + 300 + 60 * one.baits, 0);
  return { seconds, atMost: seconds, leftG: 0 };
};

test('what presses less makes room for both halves of a piece that would be late', () => {
  const wanted = (nth: number, baits: number, by: number) =>
    piece(nth, { baits, parts: [part(nth, { count: baits })], by: by * DAY });
  // The first fits only the last evening whole, and would be late there.
  const { times } = layOut({
    pieces: [wanted(1, 80, 3), wanted(2, 20, 9), wanted(3, 20, 9)],
    times: [evening(1), evening(2), evening(5, 1.67)],
    takes: aMinuteEach,
    by: () => 3 * DAY,
  });
  assert.deepEqual(
    times.map(({ pieces }) =>
      pieces.map((one) => one.parts[0]!.part).sort((one, other) => one - other),
    ),
    [[1], [1], [2, 3]],
  );
});

test('a piece that would be late fills what two evenings have left, half and half; a held one does not', () => {
  const baits = (nth: number) =>
    piece(nth, { baits: 30, parts: [part(nth, { count: 30 })], by: 3 * DAY });
  const question = {
    pieces: [baits(1), baits(2), baits(3)],
    times: [evening(1), evening(2), evening(5)],
    // One fits an evening, and half of another.
    takes: aMinuteEach,
    by: () => 3 * DAY,
  };
  const days = (held?: ReadonlyMap<string, string>) =>
    layOut({ ...question, held }).times.map(({ pieces }) =>
      pieces
        .map((one) => [one.parts[0]!.part, one.baits] as const)
        .sort(([one], [other]) => one - other),
    );
  const [first, second, late] = days();
  assert.deepEqual(late, []);
  assert.deepEqual([first!.length, second!.length], [2, 2]);
  const shot = [...first!, ...second!].reduce((sum, [, count]) => sum + count, 0);
  assert.equal(shot, 90);
  const held = new Map(question.pieces.map(({ key }, nth) => [key, ['1', '2', '5'][nth]!]));
  assert.deepEqual(days(held).flat(), [
    [1, 30],
    [2, 30],
    [3, 30],
  ]);
});
