import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { normal, seeded } from '@/core/chance.ts';
import {
  baitsToShoot,
  chanceOfEnough,
  learnedShare,
  spareCost,
  wilson,
} from '@/core/yield/index.ts';
import { near } from '../near.ts';

test('beta-binomial against closed forms', () => {
  // Beta(1,1): every count from 0 to n is equally likely.
  near(chanceOfEnough(4, 9, { share: 0.5, strength: 2 }), 6 / 10, 1e-9);
  // A very sure share is the binomial: P(X ≥ 2 of 3 at 0.9) = 3·0.81·0.1 + 0.729.
  near(chanceOfEnough(2, 3, { share: 0.9, strength: 1e7 }), 0.972, 1e-6);
  assert.equal(chanceOfEnough(5, 4, { share: 0.9, strength: 20 }), 0);
  assert.equal(chanceOfEnough(5, 5, { share: 1, strength: 20 }), 1);
});

test('E26 property: the chance is the sum of its terms one by one, on either side of the mean', () => {
  // Pólya's urn: the next bait comes good with (a + good) / (a + b + seen).
  const urn = (need: number, count: number, goods: number, bads: number): number => {
    let chances = [1];
    for (let seen = 0; seen < count; seen++) {
      const next = new Array<number>(seen + 2).fill(0);
      chances.forEach((chance, good) => {
        const share = (goods + good) / (goods + bads + seen);
        next[good]! += chance * (1 - share);
        next[good + 1]! += chance * share;
      });
      chances = next;
    }
    return chances.slice(need).reduce((sum, chance) => sum + chance, 0);
  };
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 150 }),
      fc.integer({ min: 0, max: 60 }),
      fc.double({ min: 0.02, max: 0.98, noNaN: true }),
      fc.double({ min: 1, max: 200, noNaN: true }),
      (need, more, share, strength) => {
        near(
          chanceOfEnough(need, need + more, { share, strength }),
          urn(need, need + more, share * strength, (1 - share) * strength),
          1e-9,
        );
      },
    ),
    { numRuns: 150 },
  );
});

test('property: the answer is enough, one step fewer is not, and more need never wants fewer', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 120 }),
      fc.double({ min: 0.4, max: 0.99, noNaN: true }),
      fc.double({ min: 0.5, max: 0.95, noNaN: true }),
      fc.integer({ min: 1, max: 24 }),
      (need, share, confidence, step) => {
        const guess = { share, strength: 20 };
        const count = baitsToShoot(need, guess, confidence, step);
        assert.ok(count !== null && count % step === 0);
        assert.ok(chanceOfEnough(need, count, guess) >= confidence);
        if (count - step >= need) assert.ok(chanceOfEnough(need, count - step, guess) < confidence);
        assert.ok(baitsToShoot(need + 1, guess, confidence, step)! >= count);
      },
    ),
    { numRuns: 200 },
  );
});

test('Wilson interval by hand: 4 of 20 at z = 1.645', () => {
  // centre (0.2 + 2.7055/40) / 1.135277 = 0.23575; half 1.448918 × √(0.008 + 0.0016909) = 0.14264
  const { low, high } = wilson(4, 20, 1.6448536269514722);
  near(low, 0.09311, 5e-5);
  near(high, 0.37838, 5e-5);
  assert.deepEqual(wilson(0, 0), { low: 0, high: 1 });
});

test('property: what a promise took adds up over the lines of a session, and enough is enough', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 4 }),
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 0, max: 40 }),
      (given, rest, bad) => {
        const all = given.reduce((sum, one) => sum + one, 0);
        const [good, shot] = [all + rest, all + rest + bad];
        const took = given.map((one) => spareCost([{ given: one, all, shot, good }])!);
        near(
          took.reduce((sum, one) => sum + one.shot, 0),
          shot,
          1e-9,
        );
        for (const { enough, spare, given: own } of took) {
          assert.ok(enough <= spare + 1e-12);
          // So many more, at the share that came good, are just the baits it was given.
          near(((1 + enough) * own * good) / shot, own, 1e-9);
        }
      },
    ),
  );
  assert.equal(spareCost([]), null);
});

test('the next evening lies in its 80 % range in 75 to 85 of 100, in 2,000 shops of another make', () => {
  const chance = seeded(31);
  const logistic = (odds: number) => 1 / (1 + Math.exp(-odds));
  const of = { mould: 1, build: 'single', stage: 'body' };
  let inside = 0;
  const SHOPS = 2000;
  const BAITS = 40;
  for (let shop = 0; shop < SHOPS; shop++) {
    // A mould's own share, and evenings about it, normal in log-odds: no Beta, and no prior of ours.
    const own = Math.log(0.91 / 0.09) + normal(chance, 0, 0.5);
    const evening = (): number => {
      const share = logistic(own + normal(chance, 0, 0.5));
      return Array.from({ length: BAITS }, () => chance() < share).filter(Boolean).length;
    };
    const record = Array.from({ length: 2 + Math.floor(10 * chance()) }, () => ({
      ...of,
      good: evening(),
      shot: BAITS,
    }));
    const known = learnedShare({ share: 0.92, strength: 20 }, record, of);
    const next = evening();
    // Where among all that could have come it lies, ties parted by lot.
    const atLeast = chanceOfEnough(next, BAITS, known);
    const over = chanceOfEnough(next + 1, BAITS, known);
    const place = over + chance() * (atLeast - over);
    if (place > 0.1 && place < 0.9) inside += 1;
  }
  const part = inside / SHOPS;
  assert.ok(part > 0.75 && part < 0.85, `${part}`);
});
