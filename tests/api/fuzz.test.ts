import assert from 'node:assert/strict';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { seeded } from '@/core/chance.ts';
import { ENDPOINTS, PAGES } from '../../scripts/bench/endpoints.ts';
import { fuzz } from '../../scripts/bench/fuzz.ts';
import type { App } from './harness.ts';
import { ownDatabase, serve } from './harness.ts';

let app: App;
before(async () => {
  app = await serve(await ownDatabase('fuzz'));
});
after(() => app.stop());

test('no endpoint is forgotten', () => {
  const files = readdirSync(join('src', 'pages', 'api'), {
    recursive: true,
    encoding: 'utf8',
  }).filter(
    (file) =>
      file.endsWith('.ts') && !file.split('/').at(-1)!.startsWith('_') && file !== 'stream.ts',
  );
  assert.deepEqual(Object.keys(ENDPOINTS).sort(), files.sort());
});

test(
  'three thousand hostile requests over every endpoint and page: none ends in a ' +
    'five-hundred or tells how it failed',
  async () => {
    const { failed } = await fuzz(app.url, {
      endpoints: [...Object.values(ENDPOINTS), ...PAGES],
      chance: seeded(20261126),
      count: 3000,
    });
    assert.equal(failed.length, 0, failed.join('\n').slice(0, 8000));
  },
);
