import assert from 'node:assert/strict';
import { test } from 'node:test';
import { batches } from '@/core/order/index.ts';
import { sessionName } from '@/core/plan/index.ts';
import { matching } from '@/ui/matching.ts';
import { recentFirst } from '@/ui/recent.ts';
import { demoPlan } from '../demoPlan.ts';

test('a long list is searched by any words, without case or accents; what begins with the first stands first', () => {
  const names = ['Rust bell', 'Slip eel 95', 'Lantern eel 120', 'Éel tail', 'Eelgrass'];
  const found = (typed: string) => matching(names, typed, (name) => name);
  assert.deepEqual(found(' '), names);
  assert.deepEqual(found('eel'), ['Éel tail', 'Eelgrass', 'Slip eel 95', 'Lantern eel 120']);
  assert.deepEqual(found('95 EEL'), ['Slip eel 95']);
  assert.deepEqual(found('eel bell'), []);
  const options = ['a', 'b', 'c', 'd'].map((value) => ({ value }));
  assert.deepEqual(
    recentFirst(options, ['c', 'gone', 'b']).map(({ value }) => value),
    ['c', 'b', 'a', 'd'],
  );
});

test('parts that share a bait, its mould and a colourway are shot at one go, the soonest promised first', () => {
  const part = (id: number, bait: number, colourway: number, rest: number, due: string) => ({
    ...{ part: id, bait, colourway, rest, due },
  });
  const found = batches(
    [
      part(1, 1, 7, 10, '2026-12-09'),
      part(2, 2, 7, 4, '2026-12-05'),
      part(3, 1, 7, 6, '2026-12-04'),
      part(4, 1, 8, 30, '2026-12-05'),
      part(5, 1, 7, 0, '2026-12-01'),
      part(6, 3, 7, 9, '2026-12-01'),
    ],
    // Nothing makes the third bait.
    (bait) => (bait === 3 ? null : 10 + bait),
  );
  assert.deepEqual(
    found.map(({ mould, colourway, baits, due, parts }) => [
      mould,
      colourway,
      baits,
      due,
      parts.map(({ part }) => part),
    ]),
    [
      [11, 7, 16, '2026-12-04', [1, 3]],
      [11, 8, 30, '2026-12-05', [4]],
      [12, 7, 4, '2026-12-05', [2]],
    ],
  );
});

test('a session is called by what is shot', () => {
  const plan = demoPlan();
  const [job] = plan.jobs;
  const other = (name: string) => ({ ...job!, bait: { ...job!.bait, name } });
  assert.equal(
    sessionName({ jobs: [job!] }),
    `${job!.bait.name}, ${job!.colourway.name.toLowerCase()}`,
  );
  assert.equal(sessionName({ jobs: [other('A'), other('B')] }), 'A and B');
  assert.equal(sessionName({ jobs: ['A', 'B', 'C', 'D'].map(other) }), 'A, B and 2 more');
});
