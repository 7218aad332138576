import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { draftPlan, planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';
import { draft } from './buildsKit.ts';

test('property: more spares wanted, or more asked for, never means fewer baits or a smaller chance', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: WAYS.length - 1 }),
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 1, max: 30 }),
      fc.integer({ min: 1, max: 4 }),
      (way, count, more, extra) => {
        const at = (cell: number, x: number) => {
          const input = draft(way, cell);
          return planSession({ ...input, jobs: [{ ...input.jobs[0]!, extra: x }] }, METRIC);
        };
        const [less, asked, spared] = [at(count, 0), at(count + more, 0), at(count, extra)];
        assert.ok(less.ok && asked.ok && spared.ok);
        assert.ok(
          asked.totals.baits >= less.totals.baits && spared.totals.baits > less.totals.baits,
        );
        less.runs.forEach((run, i) =>
          assert.ok(
            spared.runs[i]!.baits >= run.baits &&
              (run.makes !== 'bait' || spared.runs[i]!.chance >= run.chance),
          ),
        );
      },
    ),
    { numRuns: 60 },
  );
});

test('inserts are shot for every body with its spares; those on the shelf are taken first', () => {
  const input = draft(8, 20);
  const [tails, bodies] = planSession(input, METRIC).runs;
  assert.equal(tails!.need, bodies!.baits);
  const job = input.jobs[0]!;
  const stocked = {
    ...input,
    jobs: [
      { ...job, tools: job.tools.map((tool, i) => ({ ...tool, fromShelf: i === 1 ? 10 : 0 })) },
    ],
  };
  assert.equal(planSession(stocked, METRIC).runs[0]!.need, bodies!.baits - 10);
  const kind = draftPlan(
    { ...SHELF, inserts: [{ kind: 'tail:8:4', count: 500 }] },
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: 1,
        colourway: COLOURWAYS.findIndex((colourway) => colourway.build === 'tailLaminate') + 1,
        count: 20,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
  assert.equal(kind.jobs[0]!.tools[1]!.fromShelf, 20);
});
