import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { draftPlan, noPlan, planSession, toggleLine, withCup, withJob } from '@/core/plan/index.ts';
import type { PlanInput } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { DEFAULTS, SHELF, WANTED as ONE_JOB } from '../demoPlan.ts';

const WANTED = [
  ...ONE_JOB,
  { ...ONE_JOB[0]!, part: 3, line: 3, colourway: 2, due: '2026-11-29' },
  { ...ONE_JOB[0]!, part: 4, line: 3, bait: 2, colourway: 3, count: 8 },
];

const toggled = (input: PlanInput, part: number): PlanInput =>
  toggleLine(input, WANTED[part % WANTED.length]!, SHELF, DEFAULTS);
const linesOf = (input: PlanInput): number[] =>
  input.jobs.flatMap((job) => job.lines.map((line) => line.part)).sort((one, other) => one - other);

test('lines taken in one by one are the plan drafted from them at once', () => {
  const whole = WANTED.reduce(
    (input, part) => toggleLine(input, part, SHELF, DEFAULTS),
    noPlan(DEFAULTS),
  );
  const drafted = draftPlan(SHELF, WANTED, DEFAULTS);
  assert.deepEqual(linesOf(whole), linesOf(drafted));
  assert.deepEqual(
    new Set(whole.jobs.map((job) => job.key)),
    new Set(drafted.jobs.map((job) => job.key)),
  );
  assert.equal(planSession(whole, METRIC).ok, planSession(drafted, METRIC).ok);
});

test('in and out again: what is chosen is what was pressed an odd number of times; no job is empty', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(WANTED.length - 1), { maxLength: 9 }), (presses) => {
      const input = presses.reduce(toggled, noPlan(DEFAULTS));
      const odd = WANTED.filter(
        (_, part) => presses.filter((press) => press === part).length % 2 === 1,
      ).map((part) => part.part);
      assert.deepEqual(
        linesOf(input),
        odd.sort((one, other) => one - other),
      );
      assert.ok(input.jobs.every((job) => job.lines.length > 0));
      const mixes = new Set(input.jobs.flatMap((job) => Object.values(job.layers)));
      assert.deepEqual(new Set(input.cups.map((cup) => cup.mix)), mixes);
    }),
    { numRuns: 40 },
  );
});

test('a cup the maker chose stays chosen while jobs change; lines of one job are soonest due first', () => {
  const drafted = WANTED.reduce(
    (input, part) => toggleLine(input, part, SHELF, DEFAULTS),
    noPlan(DEFAULTS),
  );
  const [cup] = drafted.cups;
  const degassed = withCup(drafted, { ...cup!, degas: 'cold' });
  const job = degassed.jobs[0]!;
  const after = withJob(degassed, { ...job, extra: job.extra + 1 }, SHELF);
  assert.equal(after.cups.find((other) => other.mix === cup!.mix)!.degas, 'cold');
  assert.equal(after.jobs.find((other) => other.key === job.key)!.extra, job.extra + 1);
  for (const { lines } of after.jobs)
    assert.deepEqual(
      lines.map((line) => line.due),
      lines.map((line) => line.due).sort(),
    );
});
