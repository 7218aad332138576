import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readConfig } from '@/store/config.ts';

test('configuration is checked at the start, with a sentence for what is wrong', () => {
  const good = { DATABASE_URL: 'postgres://x@127.0.0.1:5432/shop' };
  assert.deepEqual(readConfig(good), { ...good, HOST: '127.0.0.1', PORT: 4310, DATABASE_POOL: 10 });
  assert.throws(() => readConfig({}), /DATABASE_URL must be a PostgreSQL address/);
  assert.throws(() => readConfig({ DATABASE_URL: 'mysql://x/y' }), /PostgreSQL address/);
  assert.throws(() => readConfig({ ...good, PORT: 'eleven' }), /PORT must be a number/);
  assert.throws(() => readConfig({ ...good, PORT: '70000' }), /PORT must be a number/);
});
