import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  draftPlan,
  forShelf,
  fullCupGives,
  noPlan,
  planSession,
  spokenFor,
  toggleLine,
} from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { allot, count, cupGives, snapshotFrom } from '@/core/session/index.ts';
import { shotsLeft } from '@/core/shot/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { unbalanced } from '../randomLog.ts';
import { nextStep } from '../said.ts';

const empty = noPlan(DEFAULTS);
/** A plain sprat for the shelf: bait and colourway of one cup. */
const single = SHELF.colourways.find(({ spec }) => spec.build === 'single')!.id;
const plan = (shots?: number) =>
  forShelf(empty, { bait: SHELF.baits[0]!.id, colourway: single, shots }, SHELF, DEFAULTS);

test('property: shots left of a cup are the closed form of what a shot takes and gives back', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 900, noNaN: true }),
      fc.double({ min: 5, max: 120, noNaN: true }),
      fc.double({ min: 0, max: 0.9, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      (held, takes, share, air) => {
        const flow = {
          takes: { a: takes },
          returns: [{ from: 'a', to: 'a', grams: share * takes }],
          baits: 0,
          puck: 0,
          lost: 0,
          lag: 1,
        };
        const by = (back: number) => Math.floor((held - air - takes) / (takes - back) + 1e-9) + 1;
        const wanted = (back: number) => (held - air - takes < 0 ? 0 : by(back));
        const of = { cup: 'a', air };
        // On the edge of a whole shot a last bit of a sum may fall either way.
        const whole = (held - air) / takes;
        const isOnEdge = Math.abs(whole - Math.round(whole)) < 1e-6;
        const once = shotsLeft(held, [flow], { ...of, sprues: false });
        const round = shotsLeft(held, [flow], { ...of, sprues: true });
        assert.ok(Math.abs(once - wanted(0)) <= (isOnEdge ? 1 : 0), `${once} of ${wanted(0)}`);
        assert.ok(
          Math.abs(round - wanted(share * takes)) <= 1,
          `${round} of ${wanted(share * takes)}`,
        );
        assert.ok(round >= once);
      },
    ),
  );
});

test('a session without orders: shot until the cup is empty, and what comes good is stock', () => {
  const input = plan(2);
  const worked = planSession(input, METRIC);
  assert.ok(worked.ok && worked.totals.need === 0 && worked.shots.length === 2);
  const gives = fullCupGives(worked, input.jobs[0]!, worked.cups[0]!)!;
  assert.ok(gives.round > gives.once && gives.once > 0);

  const bench = benchOn(snapshotFrom('No orders', input, DEFAULT_SHOP));
  const [cup] = worked.cups;
  bench.act({ kind: 'charged', payload: { cup: cup!.id, grams: 420, from: 'fresh' } });
  const run = [...bench.state().runs.values()][0]!;
  const left = cupGives(bench.state(), run, bench.state().cups.get(cup!.id)!)!;
  assert.ok(left.round > 2, 'more than was planned');
  // The bench offers one more for as long as there is plastic for a whole one.
  const offered = bench.follow((state) => nextStep(state, bench.now())?.key === 'more');
  assert.equal(count(offered.shots.values()).shots, 2);
  assert.match(nextStep(offered, bench.now())!.sentence, /shoot once more/);
  const end = bench.follow((state) => state.phase.is === 'finished');
  const shots = count(end.shots.values()).shots;
  assert.ok(Math.abs(shots - left.round) <= 1, `${shots} shots, ${left.round} were said`);
  assert.equal(cupGives(end, run, end.cups.get(cup!.id)!)!.round, 0, 'not one more is in it');
  const { lines, stock } = allot(end);
  assert.equal(lines.length, 0);
  assert.equal(
    stock.reduce((sum, heap) => sum + heap.count, 0),
    count(end.shots.values()).good,
  );
  assert.ok(Math.abs(unbalanced(end)) < 1e-9);
});

test('orders join and leave a plan that shoots for the shelf, and it stays', () => {
  const [line] = WANTED;
  const shelved = forShelf(empty, line!, SHELF, DEFAULTS);
  const both = toggleLine(shelved, line!, SHELF, DEFAULTS);
  assert.equal(both.jobs.length, 1, 'one bait in one colourway is one job');
  assert.deepEqual([both.jobs[0]!.lines.length, both.jobs[0]!.extra], [1, shelved.jobs[0]!.extra]);
  const other = toggleLine(plan(3), line!, SHELF, DEFAULTS);
  const without = toggleLine(other, line!, SHELF, DEFAULTS);
  assert.deepEqual(without.jobs, plan(3).jobs);
  assert.equal(draftPlan(SHELF, [], DEFAULTS).jobs.length, 0);
});

test('property: what lies on the shelf is spoken for once, the line promised first taking first', () => {
  const part = fc.record({
    bait: fc.integer({ min: 1, max: 2 }),
    colourway: fc.integer({ min: 1, max: 2 }),
    wants: fc.integer({ min: 0, max: 40 }),
    usable: fc.boolean(),
  });
  const heap = fc.record({
    bait: fc.integer({ min: 1, max: 2 }),
    colourway: fc.integer({ min: 1, max: 2 }),
    grade: fc.constantFrom('good', 'usable'),
    count: fc.integer({ min: 0, max: 60 }),
  });
  fc.assert(
    fc.property(
      fc.array(part, { maxLength: 12 }),
      fc.array(heap, { maxLength: 6 }),
      fc.array(fc.integer({ min: 0, max: 20 }), { maxLength: 12 }),
      (all, lying, benches) => {
        const wanting = all.map((one, i) => ({ ...one, part: i }));
        const planned = new Map(benches.map((count, i) => [i, count]));
        const spoken = spokenFor(wanting, { lying, planned });
        for (const bait of [1, 2])
          for (const colourway of [1, 2]) {
            const own = wanting.filter((one) => one.bait === bait && one.colourway === colourway);
            const heldOf = (grade: string) =>
              lying
                .filter((one) => one.bait === bait && one.colourway === colourway)
                .filter((one) => one.grade === grade)
                .reduce((sum, { count }) => sum + count, 0);
            // Told one bait after the other: a good one where there is one, else a usable one where
            // the line says so, each line in its turn.
            const left = { good: heldOf('good'), usable: heldOf('usable') };
            for (const one of own) {
              const { bench, shelf } = spoken.get(one.part)!;
              let given = 0;
              for (let want = one.wants - bench; want > 0; want--) {
                if (left.good > 0) left.good -= 1;
                else if (one.usable && left.usable > 0) left.usable -= 1;
                else break;
                given += 1;
              }
              assert.equal(shelf, given);
            }
          }
      },
    ),
  );
});
