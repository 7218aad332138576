import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import { near } from '../near.ts';
import type { App } from './harness.ts';
import { ask, db, event, openDemoSession, ownDatabase, serve } from './harness.ts';

interface Tub {
  id: number;
  name: string;
  kind: string;
  plastic: { grams: number; unknownG: number; holds: { what: string; amount: number }[] };
  reckoned: boolean;
  moves: { what: string; grams: number }[];
}
let app: App;
let session = 0;
before(async () => {
  app = await serve(await ownDatabase('tubs'));
  session = await openDemoSession(app.url);
});
after(() => app.stop());

const send = (...events: object[]) =>
  ask('POST', `${app.url}/api/sessions/${session}/events`, { events });
const tubs = async () => (await ask('GET', `${app.url}/api/tubs`)).body as Tub[];
const named = async (name: string) => (await tubs()).find((tub) => tub.name === name)!;
const off = (grams: number, more: object = {}) =>
  event(session, 'pouredOff', {
    cup: '1',
    grams,
    all: false,
    how: 'about',
    way: 'puck',
    tub: { name: 'Greens of the evening' },
    ...more,
  });

test('pucks of a cup are a tub of its make-up; the act sent twice moves once, taken back moves back', async () => {
  await send(
    event(session, 'charged', { cup: '1', grams: 200, from: 'fresh' }),
    event(session, 'added', {
      cup: '1',
      what: 'Green no. 2',
      amount: 24,
      dimension: 'drops',
      from: 'hand',
    }),
  );
  const pucked = off(50);
  await send(pucked);
  await send(pucked);
  const tub = await named('Greens of the evening');
  near(tub.plastic.grams, 50);
  near(tub.plastic.holds.find(({ what }) => what === 'Green no. 2')!.amount, 6);
  assert.ok(tub.reckoned, 'its colour is worked out');
  const undo = event(session, 'undone', { event: pucked.id });
  await send(undo);
  near((await named('Greens of the evening')).plastic.grams, 0);
  await send(event(session, 'undone', { event: undo.id }));
  near((await named('Greens of the evening')).plastic.grams, 50);
});

test('a later session melts it: more than there was is found, never below nothing', async () => {
  const tub = await named('Greens of the evening');
  const next = await openDemoSession(app.url);
  const melted = (grams: number) =>
    event(next, 'charged', {
      cup: '1',
      grams,
      from: 'remelt',
      of: { id: tub.id, name: tub.name, plastic: tub.plastic },
    });
  const [some, rest] = [melted(20), melted(45)];
  await ask('POST', `${app.url}/api/sessions/${next}/events`, { events: [some, rest] });
  const empty = await named(tub.name);
  near(empty.plastic.grams, 0);
  assert.deepEqual(
    empty.moves.map(({ what }) => what),
    ['pucked', 'melted', 'melted'],
  );
  await ask('POST', `${app.url}/api/sessions/${next}/events`, {
    events: [event(next, 'undone', { event: rest.id })],
  });
  near((await named(tub.name)).plastic.grams, 30);
  const [sums] = await db.query(
    `SELECT count(*)::int AS off FROM tubs t WHERE abs(t.grams - (SELECT coalesce(sum(m.grams), 0)
      FROM tub_moves m WHERE m.tub_id = t.id)) > 1e-9`,
  );
  assert.equal(sums!.off, 0);
  const kept = await tubs();
  await db.query('UPDATE tubs SET plastic = NULL');
  assert.deepEqual(await tubs(), kept, 'what is kept with a tub is what its moves say');
});

test('torn baits are brought in by their weight; fifty hands at once throw away no more than there is', async () => {
  const cause = v4();
  const pile = { name: 'Torn baits, from the quay', grams: 400, colour: '#406040', cause };
  for (let i = 0; i < 2; i++)
    assert.equal((await ask('POST', `${app.url}/api/tubs`, pile)).status, 201);
  const tub = await named(pile.name);
  near(tub.plastic.grams, 400, 1e-9, 'sent twice, it came once');
  near(tub.plastic.unknownG, 400);
  assert.ok(!tub.reckoned);
  const moves = `${app.url}/api/tubs/${tub.id}/moves`;
  const replies = await Promise.all(
    Array.from({ length: 50 }, () =>
      ask('POST', moves, { what: 'thrown away', grams: 30, cause: v4() }),
    ),
  );
  assert.equal(replies.filter(({ status }) => status === 201).length, 13);
  const refused = replies.find(({ status }) => status === 409)!;
  assert.match(refused.body.detail, /There are 10 g in it\. Nothing was taken out\./);
  near((await named(pile.name)).plastic.grams, 10);
  const weighed = { what: 'weighed', grams: 25, cause: v4() };
  for (let i = 0; i < 2; i++) assert.equal((await ask('POST', moves, weighed)).status, 201);
  near((await named(pile.name)).plastic.grams, 25);
  const nothing = await ask('POST', `${app.url}/api/tubs`, { ...pile, grams: 0, cause: v4() });
  assert.equal(nothing.status, 422);
  assert.match(JSON.stringify(nothing.body), /weighs something/);
});

test('a tub is photographed: the newest is shown as it was sent; what is no picture is refused', async () => {
  const [tub] = await tubs();
  const png = Buffer.from('89504e470d0a1a0a0000000d', 'hex');
  const url = `${app.url}/api/tubs/${tub!.id}/pictures`;
  const post = (body: Buffer, kind = 'image/png') =>
    fetch(url, { method: 'POST', headers: { 'content-type': kind }, body: new Uint8Array(body) });
  assert.equal((await fetch(url)).status, 404);
  for (const more of ['00', '01'])
    assert.equal((await post(Buffer.concat([png, Buffer.from(more, 'hex')]))).status, 201);
  const shown = Buffer.from(await (await fetch(url)).arrayBuffer());
  assert.equal(shown.at(-1), 1);
  assert.equal((await post(Buffer.from('a letter'))).status, 422);
  assert.equal((await post(png, 'text/plain')).status, 400);
});
