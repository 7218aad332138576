import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { seeded } from '@/core/chance.ts';
import { draftPlan, jobInMould, jobInStep } from '@/core/plan/index.ts';
import { apart, cavityShares, chanceOfEnough } from '@/core/yield/index.ts';
import type { CavityGiven, Given } from '@/core/yield/index.ts';
import { COLOURWAYS } from '../../scripts/demo/colourways.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';

const given = (mould: number, cavity: number, good: number, shot: number): CavityGiven => ({
  ...{ mould, build: 'single', cavity, good, shot },
});

test('a cavity’s share is a Beta posterior of its own, worth 20 baits of its mould beside it', () => {
  // Of 200 baits half came good: (10 + 90) / 120 and (10 + 10) / 120.
  const own = [given(1, 1, 90, 100), given(1, 2, 10, 100)];
  const shares = cavityShares(0.5, own, [1, 2]);
  assert.deepEqual(
    shares.map((share) => share.toFixed(4)),
    ['0.8333', '0.1667'],
  );
  // ((1/3)² + (1/3)²) / 2 of at most 1/4.
  assert.equal(apart(shares).toFixed(4), '0.4444');
});

test('property: cavities have their mould’s share in the mean, and the better record the better share', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ shot: fc.integer({ min: 0, max: 200 }), part: fc.double({ min: 0, max: 1 }) }),
        { minLength: 1, maxLength: 24 },
      ),
      fc.double({ min: 0.05, max: 0.5, noNaN: true }),
      (cavities, share) => {
        const own = cavities.map(({ shot, part }, nth) =>
          given(1, nth + 1, Math.round(shot * (Number.isNaN(part) ? 0 : part)), shot),
        );
        const shares = cavityShares(
          share,
          own,
          own.map(({ cavity }) => cavity),
        );
        const mean = shares.reduce((sum, one) => sum + one, 0) / shares.length;
        if (shares.every((one) => one < 1)) assert.ok(Math.abs(mean - share) < 1e-9);
        const between = apart(shares);
        assert.ok(between >= 0 && between <= 1);
        const whole = own.filter(({ shot }) => shot === own[0]!.shot);
        for (const one of whole)
          if (one.good > own[0]!.good) assert.ok(shares[one.cavity - 1]! >= shares[0]!);
      },
    ),
    { numRuns: 200 },
  );
});

/** A draw of Beta(α, β), both whole: of waits for the αth and the βth of events (Devroye, IX.3). */
function betaOf(chance: () => number, alpha: number, beta: number): number {
  const wait = (events: number) =>
    Array.from({ length: Math.round(events) }, () => -Math.log(1 - chance())).reduce(
      (sum, one) => sum + one,
      0,
    );
  const [come, missed] = [wait(alpha), wait(beta)];
  return come / (come + missed);
}
/** Cavities, shots of each, and what is wanted of them; the mean share times the strength is whole. */
const SHOT: [cavities: number[], shots: number, need: number, strength: number][] = [
  [[0.95, 0.95, 0.95, 0.95, 0.95, 0.95, 0.95, 0.25], 4, 27, 160],
  [[0.95, 0.95, 0.4, 0.4], 12, 31, 200],
  [[0.98, 0.98, 0.98, 0.98, 0.98, 0.5], 8, 42, 30],
  [[0.98, 0.5], 40, 56, 100],
  [[0.9, 0.9, 0.9, 0.9], 6, 21, 60],
];
test('the chance of enough of unlike cavities is what shooting them over and over gives', () => {
  const chance = seeded(7);
  const evenings = 20_000;
  for (const [cavities, shots, need, strength] of SHOT) {
    const share = cavities.reduce((sum, one) => sum + one, 0) / cavities.length;
    const odds = (part: number) => Math.log(part / (1 - part));
    let enough = 0;
    for (let evening = 0; evening < evenings; evening++) {
      const tonight = betaOf(chance, share * strength, (1 - share) * strength);
      let good = 0;
      for (const one of cavities) {
        const own = 1 / (1 + Math.exp(-odds(one) - odds(tonight) + odds(share)));
        for (let shot = 0; shot < shots; shot++) if (chance() < own) good += 1;
      }
      if (good >= need) enough += 1;
    }
    const told = chanceOfEnough(need, shots * cavities.length, { share, strength, cavities });
    assert.ok(Math.abs(told - enough / evenings) < 0.015, `${told}, lived ${enough / evenings}`);
  }
});
test('cavities that are alike give what their mould gives, and few baits what they can', () => {
  for (const [need, count] of [
    [10, 12],
    [45, 48],
    [150, 180],
  ] as const) {
    const guess = { share: 0.88, strength: 25 };
    const exact = chanceOfEnough(need, count, guess);
    const told = chanceOfEnough(need, count, { ...guess, cavities: [0.88, 0.88, 0.88] });
    assert.ok(Math.abs(told - exact) < 0.01, `${told} for ${exact}`);
  }
  const [guess, cavities] = [{ share: 0.5, strength: 10 }, [1, 0]];
  assert.equal(chanceOfEnough(0, 4, { ...guess, cavities }), 1);
  assert.equal(chanceOfEnough(5, 4, { ...guess, cavities }), 0);
});

/** A job of one stage in the first mould of its bait, by the record of that mould and of another. */
function jobBy(record: Given[], cavities: CavityGiven[]) {
  const single = COLOURWAYS.findIndex(({ build }) => build === 'single') + 1;
  const from = { shelf: SHELF, defaults: { ...DEFAULTS, record, cavities } };
  const job = draftPlan(SHELF, [{ ...WANTED[0]!, colourway: single }], from.defaults).jobs[0]!;
  return { job, from };
}
test('a mould in step counts with its own record, and taken out again counts no more', () => {
  const plain = jobBy([], []).job;
  const other = SHELF.moulds.find(({ id }) => id !== plain.tools[0]!.moulds[0]!.id)!;
  const stage = plain.build.stages[0]!.key;
  const first = plain.tools[0]!.moulds[0]!.id;
  const of = (mould: number, good: number) =>
    Array.from({ length: 8 }, () => ({ mould, build: 'single', stage, good, shot: 200 }));
  const { job, from } = jobBy([...of(first, 190), ...of(other.id, 40)], []);
  const inStep = jobInStep(job, 0, other, from);
  assert.equal(inStep.tools[0]!.moulds.length, 2);
  const alone = jobInMould(job, 0, other, from).tools[0]!.good;
  // Both have eight cavities: the mean of the two.
  const mean = (job.tools[0]!.good + alone) / 2;
  assert.ok(alone < 0.4 && job.tools[0]!.good > 0.85);
  assert.ok(Math.abs(inStep.tools[0]!.good - mean) < 0.002);
  assert.ok(inStep.tools[0]!.cavities!.length === 16, 'and they are counted one by one');
  assert.deepEqual(jobInStep(inStep, 0, undefined, from), jobInStep(job, 0, undefined, from));
});

test('another mould for the inserts of a bait brings its own share', () => {
  const tails = COLOURWAYS.findIndex(({ build }) => build === 'tailLaminate') + 1;
  const plain = { ...DEFAULTS, record: [] };
  const job = draftPlan(SHELF, [{ ...WANTED[0]!, colourway: tails }], plain).jobs[0]!;
  const stage = job.build.stages[0]!.key;
  const mould = SHELF.moulds.find(({ id }) => id === job.tools[0]!.moulds[0]!.id)!;
  const { key: build } = job.build;
  const bad = { mould: mould.id, build, stage, good: 40, shot: 200 };
  const record = Array.from({ length: 8 }, () => bad);
  const now = jobInMould(job, 0, mould, { shelf: SHELF, defaults: { ...plain, record } });
  assert.ok(now.tools[0]!.good < job.tools[0]!.good - 0.2);
});

test('where no record is at hand, as at the bench, another mould leaves the share as it was', () => {
  const { job } = jobBy([], []);
  const own = { ...job, tools: job.tools.map((tools) => ({ ...tools, good: 0.61, strength: 40 })) };
  const other = SHELF.moulds.find(({ id }) => id !== own.tools[0]!.moulds[0]!.id);
  const { good, strength } = jobInStep(own, 0, other, { shelf: SHELF, defaults: DEFAULTS })
    .tools[0]!;
  assert.deepEqual([good, strength], [0.61, 40]);
});
