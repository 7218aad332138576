import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';

import type { App } from './harness.ts';
import { ask, db, event, openDemoSession, ownDatabase, serve } from './harness.ts';

let app: App;
let session = 0;
before(async () => {
  // One connection for everything: whoever asks for a second while holding it waits for himself.
  app = await serve(await ownDatabase('faults'), { DATABASE_POOL: '1' });
  session = await openDemoSession(app.url);
});
after(() => app.stop());

const note = (text: string, over: object = {}) =>
  event(session, 'noted', { mould: '1', text }, over);
const post = (events: unknown[]) =>
  ask('POST', `${app.url}/api/sessions/${session}/events`, { events });
const logged = async () =>
  (await ask('GET', `${app.url}/api/sessions/${session}/events?after=0`)).body as {
    id: string;
    seq: number;
    payload: { text?: string };
  }[];

test(
  'ten instruments and twelve benches at once, on one connection: nobody waits for ' +
    'himself, and health goes on answering',
  async () => {
    const device = (
      await ask('POST', `${app.url}/api/devices`, { name: 'Long probe', kind: 'thermometer' })
    ).body as { id: number; key: string };
    await ask('PUT', `${app.url}/api/devices/${device.id}/binding`, {
      session,
      target: { kind: 'cup', key: '1' },
    });
    const send = (i: number) =>
      fetch(`${app.url}/api/devices/readings`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${device.key}` },
        body: JSON.stringify({ readings: [{ value: 150 + i, at: Date.now() + i }] }),
      }).then((response) => response.status);
    const [sent, appended, health] = await Promise.all([
      Promise.all(Array.from({ length: 10 }, (_, i) => send(i))),
      Promise.all(Array.from({ length: 12 }, (_, i) => post([note(`at once ${i}`)]))),
      ask('GET', `${app.url}/api/health`),
    ]);
    assert.deepEqual([...new Set(sent)], [200]);
    assert.deepEqual([...new Set(appended.map((reply) => reply.status))], [200]);
    assert.equal(health.status, 200);
    const log = await logged();
    assert.deepEqual(
      log.map((event) => event.seq),
      log.map((_, i) => i + 1),
    );
  },
);

test('an append that fails while a page is read leaves nothing behind that was never stored', async () => {
  const before = (await logged()).length;
  await db.query(`CREATE FUNCTION full_disk() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN PERFORM
    pg_sleep(0.6); RAISE EXCEPTION 'no space left' USING ERRCODE = '53100'; END $$;
                  CREATE TRIGGER full_disk BEFORE UPDATE ON sessions FOR EACH ROW EXECUTE FUNCTION full_disk()`);
  const lost = note('never stored');
  // Two connections: a page is read while the append is under way.
  const second = await serve(process.env.DATABASE_URL!);
  try {
    await ask('GET', `${second.url}/api/sessions/${session}`);
    const failing = ask('POST', `${second.url}/api/sessions/${session}/events`, { events: [lost] });
    const beside = await (await fetch(`${second.url}/api/sessions/${session}`)).text();
    const failed = await failing;
    assert.equal(failed.status, 503);
    assert.match(failed.body.detail, /kept on this bench/);
    await db.query('DROP TRIGGER full_disk ON sessions; DROP FUNCTION full_disk()');
    for (const read of [
      beside,
      await (await fetch(`${second.url}/api/sessions/${session}`)).text(),
    ])
      assert.ok(!read.includes(lost.id), 'a phantom');
    const again = await ask('POST', `${second.url}/api/sessions/${session}/events`, {
      events: [lost],
    });
    assert.deepEqual(again.body.accepted, [{ id: lost.id, seq: before + 1 }]);
  } finally {
    await second.stop();
  }
});

test(
  'one act the shop cannot work with holds up nobody else: it is set aside as it was ' +
    'sent, with why',
  async () => {
    const [broken, misled, good] = [
      note('half of \ud83d a character, and a \u0000'),
      event(session, 'noted', { mould: 'abc', text: 'of no mould' }),
      note('goes on'),
    ];
    const sent = await post([broken, misled, good]);
    assert.equal(sent.status, 200, JSON.stringify(sent.body));
    assert.deepEqual(
      sent.body.accepted.map((other: { id: string }) => other.id),
      [broken.id, good.id],
    );
    assert.equal(sent.body.refused.length, 1);
    const log = await logged();
    assert.equal(
      log.find((event) => event.id === broken.id)!.payload.text,
      'half of \ufffd a character, and a \ufffd',
    );
    assert.ok(log.some((event) => event.id === good.id));
  },
);
