import assert from 'node:assert/strict';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import type { App } from './harness.ts';
import { ask, ownDatabase, serve, until } from './harness.ts';

const folder = mkdtempSync(join(tmpdir(), 'twin-shot-log-'));
let app: App;
before(async () => {
  app = await serve(await ownDatabase('machine'), { TWIN_SHOT_LOG: folder });
});
after(() => app.stop());

const SECRET_NAME = 'Zebedee Quill';
const logFile = () =>
  readdirSync(folder)
    .map((name) => readFileSync(join(folder, name), 'utf8'))
    .join('');

test(
  'each request has a number, a line in the log and its time counted; no customer ' +
    'stands in log, metrics or bundle',
  async () => {
    const order = {
      customer: SECRET_NAME,
      note: SECRET_NAME,
      lines: [
        {
          name: SECRET_NAME,
          pack: 1,
          promised: '2031-01-01',
          parts: [{ bait: 1, colourway: 1, count: 2 }],
        },
      ],
    };
    const made = await fetch(`${app.url}/api/orders`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(order),
    });
    assert.equal(made.status, 201);
    const { id } = (await made.json()) as { id: number };
    await fetch(`${app.url}/orders/${id}?for=${encodeURIComponent(SECRET_NAME)}`);
    await ask('POST', `${app.url}/api/orders`, {
      ...order,
      lines: [{ ...order.lines[0], parts: [{ bait: 1, colourway: 999_999, count: 2 }] }],
    });
    const number = made.headers.get('x-request-id')!;
    const line = await until('its line', () =>
      Promise.resolve(
        logFile()
          .split('\n')
          .find((line) => line.includes(number)),
      ),
    );
    const { ms, ...said } = JSON.parse(line) as Record<string, unknown>;
    delete said.time;
    assert.deepEqual(said, {
      level: 30,
      id: number,
      method: 'POST',
      route: '/api/orders',
      status: 201,
    });
    assert.equal(typeof ms, 'number');
    const metrics = (await ask('GET', `${app.url}/api/metrics`)).body as {
      requests: { what: string; count: number }[];
    };
    assert.equal(metrics.requests.find((request) => request.what === 'POST /api/orders')!.count, 2);
    const bundle = await (await fetch(`${app.url}/api/bundle`)).text();
    assert.ok(
      (JSON.parse(bundle) as { log: { id: string }[] }).log.some((other) => other.id === number),
    );
    for (const text of [logFile(), bundle, JSON.stringify(metrics)])
      assert.ok(!text.includes('Zebedee') && !text.includes('Quill'));
  },
);

test(
  'a fault stands in the log by its kind and place, never by its message, which quotes ' +
    'what was sent',
  async () => {
    const { faultOf } = await import('@/service/log.ts');
    const { rows } = await import('@/store/query.ts');
    const fault = await rows(`SELECT '${SECRET_NAME}'::int`).then(() => null, faultOf);
    assert.equal(fault!.code, '22P02');
    assert.ok(fault!.at.length > 0 && !JSON.stringify(fault).includes('Zebedee'));
  },
);
