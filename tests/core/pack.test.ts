import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { seeded } from '@/core/chance.ts';
import { draftPlan, planSession, surer, toggleLine, noPlan } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { baitsToShoot, chanceOfEnough, eachOf } from '@/core/yield/index.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';

test('property: parts that are each so sure are together as sure as was chosen', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 0.98, noNaN: true }),
      fc.integer({ min: 1, max: 6 }),
      (together, parts) => {
        const each = eachOf(together, parts);
        assert.ok(each >= together - 1e-12 && each <= 1);
        near(each ** parts, together, 1e-9);
      },
    ),
  );
});

test('packs of three colours, shot many times over: all are enough as often as was chosen', () => {
  const chance = seeded(3);
  const guess = { share: 0.85, strength: 1e7 };
  const each = eachOf(0.8, 3);
  const baits = baitsToShoot(20, guess, each)!;
  const alone = baitsToShoot(20, guess, 0.8)!;
  const enough = (shot: number) =>
    Array.from({ length: shot }, () => chance() < guess.share).filter(Boolean).length >= 20;
  const often = (shot: number) =>
    Array.from({ length: 4000 }, () => [1, 2, 3].every(() => enough(shot))).filter(Boolean).length /
    4000;
  near(often(baits), chanceOfEnough(20, baits, guess) ** 3, 0.025);
  assert.ok(often(baits) >= 0.8 - 0.02);
  assert.ok(often(alone) < 0.75, 'each for itself they are not');
});

test('a line of two colours is drafted with both surer, ticked or laid; one more in ten has its price', () => {
  const pack = [
    { ...WANTED[0]!, parts: 2 },
    { ...WANTED[0]!, part: 9, colourway: 2, parts: 2 },
  ];
  const drafted = draftPlan(SHELF, pack, DEFAULTS);
  assert.equal(drafted.jobs.length, 2);
  for (const { confidence } of drafted.jobs) near(confidence, Math.sqrt(DEFAULTS.confidence), 1e-9);
  const plan = planSession(drafted, METRIC);
  const together = plan.runs.reduce((all, { chance }) => all * chance, 1);
  assert.ok(together >= DEFAULTS.confidence - 1e-9);
  const ticked = pack.reduce(
    (input, part) => toggleLine(input, part, SHELF, DEFAULTS),
    noPlan(DEFAULTS),
  );
  assert.deepEqual(
    ticked.jobs.map(({ confidence }) => confidence),
    drafted.jobs.map(({ confidence }) => confidence),
  );
  const [job] = drafted.jobs;
  const price = surer(drafted, job!, { plan, seconds: 60 * plan.shots.length })!;
  const then = planSession(
    {
      ...drafted,
      jobs: drafted.jobs.map((one) =>
        one === job ? { ...one, confidence: price.confidence } : one,
      ),
    },
    METRIC,
  );
  assert.equal(price.shots, then.shots.length - plan.shots.length);
  assert.ok(price.shots >= 0);
  // At a minute a shot it costs as many minutes as shots.
  near(price.minutes!, price.shots, 1e-9);
  assert.equal(surer(drafted, { ...job!, confidence: 0.99 }, { plan, seconds: null }), null);
});
