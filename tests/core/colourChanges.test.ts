import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Run } from '@/core/plan/index.ts';
import { colourChanges } from '@/core/tape/colourChanges.ts';

const COLOURS: Record<string, string> = { lint: '#f4f0e2', tar: '#15161a', moss: '#3f5a2c' };
/** Runs by one injector each, of the colours in their barrels, as an evening has them. */
const evening = (...runs: [injector: number, colours: string[], order?: number[]][]) => ({
  shooting: runs.map(([id, colours, order = []], nth) => ({
    key: String(nth),
    job: { drawnFrom: Object.fromEntries(colours.map((colour, at) => [String(at), colour])) },
    stage: { layers: colours.map((_, at) => ({ key: String(at) })) },
    tools: { injector: { id }, order },
  })) as unknown as Run[],
  choice: (id: string) =>
    ({ mix: Object.keys(COLOURS).indexOf(id), recipe: { colour: COLOURS[id] } }) as never,
});
const changes = (...runs: Parameters<typeof evening>): [string, string][] => [
  ...colourChanges(evening(...runs)),
];

test('light before dark is wiped, dark before light cleaned, one colour left; other injectors do not matter', () => {
  assert.deepEqual(changes([1, ['lint']], [1, ['tar']]), [['1', 'wipe']]);
  assert.deepEqual(changes([1, ['tar']], [1, ['lint']]), [['1', 'clean']]);
  assert.deepEqual(changes([1, ['tar']], [1, ['tar']]), []);
  assert.deepEqual(changes([1, ['tar']], [2, ['lint']]), []);
  assert.deepEqual(changes([1, ['lint']], [2, ['moss']], [1, ['tar']]), [['2', 'wipe']]);
});
test('barrels count and not layers: two colours that change places are a change, unless their barrels do too', () => {
  const both = ['lint', 'tar'];
  const turned = ['tar', 'lint'];
  assert.deepEqual(changes([1, both], [1, turned]), [['1', 'clean']]);
  assert.deepEqual(changes([1, both], [1, turned, [1, 0]]), []);
});
