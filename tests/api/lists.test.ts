import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { list, lists, put } from '@/store/catalogue.ts';
import { closeDatabase, database } from '@/store/database.ts';
import { inTransaction } from '@/store/query.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { ownDatabase } from './harness.ts';

before(() => ownDatabase('lists'));
after(closeDatabase);

const oven = (name: string) => ({ ...OVENS[0]!, name });
const has = async (name: string) => (await list('ovens')).some(({ spec }) => spec.name === name);

test('lists asked for at one time are one question, and each has what is written before it is asked for', async () => {
  await put('ovens', oven('Kept oven'));
  assert.ok(await has('Kept oven'));
  // Read once, entries are not read again until they change.
  await list('builds');
  const asked: string[] = [];
  // Sequelize's own options, which its types leave out.
  const { options } = database() as unknown as { options: { logging: unknown } };
  options.logging = (sql: string) => asked.push(sql);
  const [ovens, both] = await Promise.all([list('ovens'), lists('builds', 'ovens')]);
  options.logging = false;
  assert.equal(asked.length, 1, asked.join('\n'));
  assert.deepEqual(both, { builds: await list('builds'), ovens });
  // What a piece of work wrote is in what it asks for.
  await inTransaction(async () => {
    await put('ovens', oven('New oven'));
    assert.ok(await has('New oven'));
  });
  assert.ok(await has('New oven'));
  const asks = has('Other oven');
  await put('ovens', oven('Other oven'));
  await asks;
  assert.ok(await has('Other oven'));
});
