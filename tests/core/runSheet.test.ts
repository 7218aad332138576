import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import type { TimingKnown } from '@/core/tape/index.ts';
import { planSession } from '@/core/plan/index.ts';
import { runSheet, timeSession } from '@/core/tape/index.ts';
import { METRIC, spoken } from '@/core/quantity/index.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { demoPlan } from '../demoPlan.ts';
import { randomPlan } from '../randomPlan.ts';
import { twoOfOneColour } from './sideBySideKit.ts';

const KNOWN: TimingKnown = {
  ...{ ovens: [{ id: 1, oven: OVENS[0]! }], learned: NOTHING_LEARNED, hands: {}, room: 18 },
};

test('property: each draw is on the run sheet once, in its order, at its time; a later charge before its draw', () => {
  let [sheets, charges] = [0, 0];
  fc.assert(
    fc.property(randomPlan, (input) => {
      const plan = planSession(input, METRIC);
      if (!plan.ok) return;
      const timing = timeSession(plan, input, KNOWN);
      const { rows, ends } = runSheet(plan, input, timing);
      sheets += 1;
      assert.deepEqual(
        rows.flatMap(({ draws }) => draws),
        plan.draws.map(({ n: draw }) => draw),
      );
      for (const { draws, from, to } of rows.filter((row) => row.draws.length > 0)) {
        const at = (draw: number) =>
          timing.draws[plan.draws.findIndex(({ n: number }) => number === draw)]!.mid;
        assert.equal(from, at(draws[0]!));
        assert.equal(to, draws.length > 1 ? at(draws.at(-1)!) : null);
      }
      for (const [nth, row] of rows.entries()) {
        assert.ok(nth === 0 || row.from >= rows[nth - 1]!.from - 1e-6);
        assert.ok((row.to ?? row.from) <= ends.mid + 1e-6);
      }
      for (const { letter, charges: own } of plan.cups)
        for (const { beforeDraw } of own.filter((charge) => charge.beforeDraw > plan.draws[0]!.n)) {
          charges += 1;
          const charge = rows.findIndex(
            ({ what, with: how }) =>
              spoken(what, METRIC) === `Charge ${letter} again` &&
              spoken(how, METRIC).endsWith(`before draw ${beforeDraw}`),
          );
          const draw = rows.findIndex(({ draws }) => draws.includes(beforeDraw));
          assert.ok(charge >= 0 && charge < draw);
          assert.equal(rows[draw]!.draws[0], beforeDraw, 'a charge parts what is alike');
        }
    }),
    { numRuns: 150, seed: 1502 },
  );
  assert.ok(sheets > 40 && charges > 0, `${sheets} sheets, ${charges} charges`);
});

test('the demo plan fits one sheet of paper', () => {
  const input = demoPlan();
  const plan = planSession(input, METRIC);
  const { rows } = runSheet(plan, input, timeSession(plan, input, KNOWN));
  assert.ok(rows.length <= 30, `${rows.length} lines`);
  assert.match(
    spoken(rows.find(({ draws }) => draws.length > 1)!.with, METRIC),
    /A \d+ mL, B \d+ mL; /,
  );
});

test('draws that come by turns are one line, as long as they do', () => {
  const input = twoOfOneColour([32, 8]);
  const plan = planSession(input, METRIC);
  const { rows } = runSheet(plan, input, timeSession(plan, input, KNOWN));
  const lines = rows
    .filter(({ draws }) => draws.length > 0)
    .map(({ what, draws }) => [spoken(what, METRIC), draws.length] as const);
  const [one, other] = input.jobs.map(({ bait, colourway }) => `${bait.name}, ${colourway.name}`);
  const turns = 2 * plan.runs[1]!.shots;
  assert.deepEqual(lines[0], [`Draws 1 to ${turns} by turns: ${one}, then ${other}`, turns]);
  assert.ok(lines.slice(1).every(([what]) => what.endsWith(`: ${one}`)));
  assert.equal(
    lines.reduce((sum, [, draws]) => sum + draws, 0),
    plan.draws.length,
  );
});
