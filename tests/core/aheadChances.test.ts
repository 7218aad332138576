import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { LaidBook, Piece } from '@/core/ahead/index.ts';
import {
  chanceBy,
  curedAt,
  heldDay,
  jobOf,
  NO_HAND,
  partAt,
  partedAsLaid,
  parted,
  putOn,
  RISK,
  risksOf,
} from '@/core/ahead/index.ts';
import { Z80 } from '@/core/quantiles.ts';
import { near } from '../near.ts';
import { DAY, HOUR, part, piece } from './aheadPieces.ts';

/** Times a day apart, each with pieces that likely take so many s, off by a normal share. */
function lived(
  all: { hours: number; pieces: Piece[]; seconds: number; sd: number; chance?: number }[],
): LaidBook {
  return {
    laid: {
      left: [],
      sureWithin: null,
      times: all.map(({ hours, pieces, seconds }, nth) => ({
        time: { day: String(nth + 1), from: nth * DAY, to: nth * DAY + hours * HOUR, pairs: 1 },
        pieces,
        seconds,
        leftG: 0,
      })),
    },
    sessions: all.map(({ pieces, seconds, sd, chance }) =>
      pieces.length === 0
        ? null
        : ({
            timing: { all: { low: 0, mid: seconds, high: seconds * (1 + Z80 * sd) } },
            plan: { runs: chance ? pieces.map((one) => ({ key: jobOf(one), chance })) : [] },
          } as unknown as NonNullable<LaidBook['sessions'][number]>),
    ),
  };
}

test('chances against closed forms: sure, never, a full evening, spares that are enough so often', () => {
  const known = { confidence: 1, cure: DAY };
  const sure = lived([{ hours: 3, pieces: [piece(1)], seconds: 3600, sd: 1e-9 }]);
  const cured = sure.laid.times[0]!.time.to + DAY;
  assert.equal(chanceBy(curedAt(sure, known).get(1), cured), 1);
  assert.equal(chanceBy(curedAt(sure, known).get(1), cured - 1), 0);
  assert.equal(chanceBy(curedAt(sure, known).get(99), cured), 0, 'laid nowhere');
  // An evening as long as it takes in z spreads is enough as often as a normal one stays under z.
  fc.assert(
    fc.property(fc.constantFrom([0.5, 0], [0.9, 1.2816], [0.1, -1.2816]), ([share, score]) => {
      const full = lived([{ hours: 1 + 0.2 * score, pieces: [piece(1)], seconds: 3600, sd: 0.2 }]);
      near(chanceBy(curedAt(full, known).get(1), 3 * DAY), share, 0.06);
    }),
  );
  // What came short is shot again the next time there is.
  const twice = lived([
    { hours: 3, pieces: [piece(1)], seconds: 3600, sd: 1e-9 },
    { hours: 3, pieces: [], seconds: 0, sd: 1e-9 },
  ]);
  const lives = curedAt(twice, { confidence: 0.7, cure: DAY }).get(1);
  near(chanceBy(lives, 3 * HOUR + DAY), 0.7, 0.06);
  assert.equal(chanceBy(lives, 3 * HOUR + 2 * DAY), 1);
  assert.deepEqual(curedAt(twice, known), curedAt(twice, known), 'the same each time');
  // What no time was left for is made ready again, and can come short like any other.
  const over = lived([
    { hours: 1, pieces: [piece(1)], seconds: 5400, sd: 1e-9 },
    { hours: 3, pieces: [], seconds: 0, sd: 1e-9 },
    { hours: 3, pieces: [], seconds: 0, sd: 1e-9 },
  ]);
  const later = curedAt(over, { confidence: 0.7, cure: DAY }).get(1);
  near(chanceBy(later, DAY + 3 * HOUR + DAY), 0.7, 0.06);
  const short = lived([
    { hours: 1, pieces: [piece(1)], seconds: 5400, sd: 1e-9 },
    { hours: (1800 + 899) / 3600, pieces: [], seconds: 0, sd: 1e-9 },
    { hours: (1800 + 901) / 3600, pieces: [], seconds: 0, sd: 1e-9 },
  ]);
  assert.equal(chanceBy(curedAt(short, known).get(1), 2 * DAY + HOUR), 0, 'cups are cooked anew');
  // Shots are whole: what its session is planned with is often more than was chosen.
  const planned = lived([{ hours: 3, pieces: [piece(1)], seconds: 3600, sd: 1e-9, chance: 0.95 }]);
  const surer = curedAt(planned, { confidence: 0.7, cure: DAY }).get(1);
  near(chanceBy(surer, 3 * HOUR + DAY), 0.95, 0.03);
});

test('property: a longer time or surer spares never make a day less likely', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.6, max: 3, noNaN: true }),
      fc.double({ min: 0.5, max: 0.95, noNaN: true }),
      fc.double({ min: 0.05, max: 0.4, noNaN: true }),
      (hours, confidence, sd) => {
        const chance = (longer: number, surer: number) =>
          chanceBy(
            curedAt(lived([{ hours: hours + longer, pieces: [piece(1)], seconds: 3600, sd }]), {
              confidence: confidence + surer,
              cure: DAY,
            }).get(1),
            9 * DAY,
          );
        assert.ok(chance(0.5, 0) >= chance(0, 0));
        assert.ok(chance(0, 0.05) >= chance(0, 0));
      },
    ),
    { numRuns: 30 },
  );
});

test('a line is at risk by the part of it that is worst off, and where nothing of it is laid', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(fc.integer({ min: 1, max: 6 }), fc.double({ min: 0, max: 1, noNaN: true })),
        {
          minLength: 1,
          maxLength: 12,
        },
      ),
      fc.integer({ min: 0, max: 12 }),
      (all, laidUpTo) => {
        const parts = all.map(([line], nth) => ({ ...part(nth + 1), line, due: String(line) }));
        const chances = new Map(all.map(([, chance], nth) => [nth + 1, chance]));
        const [laid, left] = [parts.slice(0, laidUpTo), parts.slice(laidUpTo)];
        const so = lived([
          { hours: 3, pieces: [piece(1, { parts: laid })], seconds: 1, sd: 1 },
        ]).laid;
        const found = risksOf(
          {
            ...so,
            left: left.map((one) => ({ piece: piece(2, { parts: [one] }), why: 'no room' })),
          },
          chances,
        );
        const worst = new Map<number, number>();
        for (const { part: id, line } of parts) {
          const chance = laid.some((one) => one.part === id) ? chances.get(id)! : 0;
          worst.set(line, Math.min(worst.get(line) ?? 1, chance));
        }
        assert.deepEqual(
          found.map(({ line, chance }) => [line, chance]),
          [...worst].filter(([, chance]) => chance < RISK).sort(([one], [other]) => one - other),
        );
        for (const { line, left: why } of found)
          assert.equal(why !== null, left.some((one) => one.line === line) && why === 'no room');
      },
    ),
  );
});

test('a half that was laid by itself is one from then on, once a hand takes hold of it', () => {
  const laid = [
    { key: 'eel~1', baits: 11 },
    { key: 'eel~2~1', baits: 4 },
    { key: 'eel~2~2', baits: 5 },
    { key: 'shad', baits: 9 },
  ];
  assert.equal(partedAsLaid(NO_HAND, 'shad', laid), NO_HAND);
  assert.deepEqual(partedAsLaid(NO_HAND, 'eel~1', laid).cuts, { eel: 11 });
  assert.deepEqual(partedAsLaid(NO_HAND, 'eel~2~2', laid).cuts, { eel: 11, 'eel~2': 4 });
  const own = partAt(NO_HAND, 'eel', 7);
  assert.deepEqual(partedAsLaid(own, 'eel~1', laid).cuts, { eel: 7 }, 'as a hand parted it');
});

test('a hand parts a piece and puts its halves on days; in one again, nothing of it is left', () => {
  const by = () => 5 * DAY;
  const whole = piece(1);
  const cut = partAt(putOn(NO_HAND, '1/2', '3'), '1/2', 8);
  const halves = parted([whole], cut.cuts, by);
  assert.deepEqual(
    halves.map(({ key, baits }) => [key, baits]),
    [
      ['1/2~1', 8],
      ['1/2~2', 12],
    ],
  );
  const held = new Map(Object.entries(putOn(cut, '1/2~2', '4').held));
  assert.deepEqual(
    halves.map((half) => heldDay(held, half)),
    ['3', '4'],
    'a half is held on its own day, else on the whole’s',
  );
  const again = partAt(partAt(cut, '1/2~2', 5), '1/2', 0);
  assert.deepEqual([again.cuts, again.held], [{}, { '1/2': '3' }]);
  assert.deepEqual(parted([whole], { '1/2': 20 }, by), [whole], 'a cut that fits no more');
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 19 }), fc.integer({ min: 1, max: 19 }), (one, other) => {
      const { cuts } = partAt(partAt(NO_HAND, '1/2', one), '1/2~2', other);
      const all = parted([whole], cuts, by);
      assert.equal(
        all.reduce((sum, { baits }) => sum + baits, 0),
        whole.baits,
      );
    }),
  );
});
