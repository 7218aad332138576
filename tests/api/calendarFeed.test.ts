import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import type { App } from './harness.ts';
import { ask, change, ownDatabase, serve } from './harness.ts';

let app: App;
before(async () => {
  const url = await ownDatabase('feed');
  app = await serve(url);
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

/** Events of an iCalendar (RFC 5545 3.1: long lines are folded; 3.3.11: text is escaped). */
function eventsOf(text: string): Record<string, string>[] {
  const lines = text.replace(/\r\n[ \t]/g, '').split('\r\n');
  const events: Record<string, string>[] = [];
  for (const line of lines) {
    if (line === 'BEGIN:VEVENT') events.push({});
    const [, name, value] = /^([A-Z-]+)(?:;[^:]*)?:(.*)$/.exec(line) ?? [];
    if (name && events.length > 0)
      events.at(-1)![name] ??= value!.replace(/\\n/g, '\n').replace(/\\([,;\\])/g, '$1');
  }
  return events;
}

test('a calendar program that has the key sees plans and promised days; without it nobody does', async () => {
  const customer = `Skerry Baits, Ltd; ${'a long name '.repeat(5).trim()}`;
  const parts = [{ bait: 1, colourway: 2, count: 20 }];
  const order = {
    customer,
    note: '',
    lines: [{ name: '', pack: 1, promised: '2031-03-07', parts }],
  };
  assert.equal((await ask('POST', `${app.url}/api/orders`, order)).status, 201);
  const shopUrl = `${app.url}/api/shop`;
  const shop = (await ask('GET', shopUrl)).body as object;
  const key = v4();
  const feed = (of: string) => fetch(`${app.url}/api/calendar/${of}.ics`);
  assert.equal((await feed(key)).status, 404, 'before there is a key');
  assert.equal((await change(shopUrl, { ...shop, feed: key })).status, 200);
  const reply = await feed(key);
  assert.match(reply.headers.get('content-type')!, /^text\/calendar/);
  const text = await reply.text();
  assert.ok(text.startsWith('BEGIN:VCALENDAR\r\n') && text.trimEnd().endsWith('END:VCALENDAR'));
  for (const each of text.split('\r\n')) assert.ok(Buffer.byteLength(each) <= 75, each);
  const events = eventsOf(text);
  const promised = events.find(({ SUMMARY }) => SUMMARY === `Promised: ${customer}`)!;
  assert.deepEqual([promised.DTSTART, promised.DTEND], ['20310307', '20310308']);
  assert.match(promised.DESCRIPTION!, /^20 .+, .+\n0 of 20 sent, 0 packed, 0 made$/);
  const plans = events.filter(({ SUMMARY }) => SUMMARY!.startsWith('Shoot: '));
  assert.ok(plans.length > 0);
  const uids = events.map(({ UID }) => UID);
  assert.equal(new Set(uids).size, uids.length);
  assert.deepEqual(
    eventsOf(await (await feed(key)).text()).map(({ UID }) => UID),
    uids,
    'the same again',
  );
  assert.equal((await feed(v4())).status, 404, 'another key');
  assert.equal((await change(shopUrl, { ...shop, feed: null })).status, 200);
  assert.equal((await feed(key)).status, 404, 'once the key is taken away');
});
