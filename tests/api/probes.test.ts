import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { App } from './harness.ts';
import { makeInstrument, putInCup, sendReadings } from './instruments.ts';
import { ask, change, openDemoSession, ownDatabase, serve } from './harness.ts';

let app: App;
let session = 0;
before(async () => {
  app = await serve(await ownDatabase('probes'));
  session = await openDemoSession(app.url);
});
after(() => app.stop());

const make = (name: string, kind?: string) => makeInstrument(app, name, kind);
const send = (key: string, readings: unknown) => sendReadings(app, key, readings);
const inCup = (id: number, cup: string) => putInCup(app, id, session, cup);

test(
  'C10 stand-ins speak in the demo shop alone: elsewhere they are refused in words, and ' +
    'there is no switch for them',
  async () => {
    const { run } = await import('@/store/query.ts');
    const probe = await make('Made-up probe');
    await run('UPDATE devices SET stand_in = true WHERE id = $1', [probe.id]);
    await inCup(probe.id, '2');
    const now = Date.now();
    assert.equal(
      (await send(probe.key, [{ value: 161, at: now - 500 }])).status,
      200,
      'in the demo shop it is heard',
    );
    const switchIn = async () =>
      (await (await fetch(`${app.url}/shop`)).text()).includes('tand-in');
    assert.ok(await switchIn());
    await run('UPDATE shop SET demo = false');
    try {
      const refused = await send(probe.key, [{ value: 162, at: now }]);
      assert.equal(refused.status, 403);
      assert.match(refused.body.detail, /only in the demo shop/);
      assert.ok(!(await switchIn()), 'no switch for them on the shop’s page');
      const shop = (await ask('GET', `${app.url}/api/shop`)).body;
      assert.equal(shop.standIns, false);
      await change(`${app.url}/api/shop`, { ...shop, standIns: true });
      assert.equal(
        (await ask('GET', `${app.url}/api/shop`)).body.standIns,
        false,
        'nor can it be set past the page',
      );
    } finally {
      await run('UPDATE shop SET demo = true');
    }
  },
);

test(
  'an instrument checked once is kept with the shop and reckoned with in what is opened ' +
    'after it; one far out is refused in words',
  async () => {
    const { heatSetup } = await import('@/service/learn.ts');
    const shop = (await ask('GET', `${app.url}/api/shop`)).body;
    try {
      assert.equal(
        (await change(`${app.url}/api/shop`, { ...shop, check: { shown: 96, true: 100 } })).status,
        200,
      );
      assert.deepEqual((await heatSetup()).check, { shown: 96, true: 100 });
      const refused = await change(`${app.url}/api/shop`, {
        ...shop,
        check: { shown: 40, true: 100 },
      });
      assert.ok(
        refused.status >= 400 && JSON.stringify(refused.body).includes('broken: read it again'),
        JSON.stringify(refused.body),
      );
      assert.deepEqual((await heatSetup()).check, { shown: 96, true: 100 }, 'what was kept stays');
    } finally {
      await change(`${app.url}/api/shop`, shop);
    }
  },
);
