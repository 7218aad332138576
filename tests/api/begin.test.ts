import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { USUAL } from '@/core/starter/index.ts';
import type { App } from './harness.ts';
import { ask, emptyDatabase, ownDatabase, serve } from './harness.ts';

let own: App;
let demo: App;
before(async () => {
  own = await serve(await emptyDatabase('begin_own'));
  demo = await serve(await ownDatabase('begin_demo'));
});
after(() => Promise.all([own.stop(), demo.stop()]));

const said = { ...USUAL, bait: 'Sand eel 95', country: 'us', left: ['oven'] };
const list = async (name: string) =>
  (await ask('GET', `${own.url}/api/catalogue/${name}`)).body as {
    id: number;
    spec: Record<string, unknown>;
  }[];

test('a shop is set up by the walk: all of it or nothing, once; what was left says that it is usual', async () => {
  const begin = (body: object) => ask('POST', `${own.url}/api/begin`, body);
  const broken = await begin({ ...said, cups: { ml: 5, count: 2 } });
  assert.deepEqual([broken.status, broken.body.field], [422, 'cups.ml']);
  assert.deepEqual(await list('ovens'), []);

  // A mould that is there already is not made again, and its name is not taken twice.
  const held = await ask('POST', `${own.url}/api/begin`, { ...said, mould: { id: 99 } });
  assert.equal(held.status, 404);
  assert.deepEqual(await list('vessels'), []);

  const made = await begin(said);
  assert.equal(made.status, 201, JSON.stringify(made.body));
  const shop = (await ask('GET', `${own.url}/api/shop`)).body as {
    units: { temperature: string; length: string };
  };
  assert.deepEqual([shop.units.temperature, shop.units.length], ['F', 'in']);
  const [oven] = await list('ovens');
  assert.equal(oven!.spec.usual, true);
  // Looked over and saved by hand, it is the shop's own.
  const { etag } = await ask('GET', `${own.url}/api/catalogue/ovens/${oven!.id}`);
  const mine = { ...oven!.spec, usual: undefined };
  const saved = await ask('PUT', `${own.url}/api/catalogue/ovens/${oven!.id}`, mine, {
    'if-match': etag!,
  });
  assert.equal(saved.status, 200);
  assert.equal((await list('ovens'))[0]!.spec.usual, undefined);
  const again = await begin(said);
  assert.deepEqual([again.status, again.body.code], [409, 'begun']);
  const learner = await ask('POST', `${own.url}/api/learner`, {});
  assert.equal(learner.status, 201, JSON.stringify(learner.body));
});

test('anything is found by the words of its name, in any order; signs of LIKE are letters', async () => {
  const find = async (words: string) =>
    (await ask('GET', `${demo.url}/api/find?q=${encodeURIComponent(words)}`)).body as {
      kind: string;
      name: string;
      href: string;
    }[];
  const found = await find('lint moss');
  assert.ok(found.some(({ kind, name }) => kind === 'colourway' && /^Bilge moss over/.test(name)));
  assert.ok(found.every(({ name }) => /moss/i.test(name) && /lint/i.test(name)));
  assert.ok((await find('BREAKWATER')).some(({ kind }) => kind === 'order'));
  for (const nothing of ['%', '_', '\\', 'zzzz', ' ']) assert.deepEqual(await find(nothing), []);
  for (const { href } of await find('eel'))
    assert.equal((await fetch(`${demo.url}${href}`)).status, 200, href);
});

test('one database was given: no other shop is opened from here', async () => {
  assert.deepEqual((await ask('GET', `${demo.url}/api/shops`)).body, { demo: true, other: false });
  const turned = await ask('POST', `${demo.url}/api/shops`, { open: 'own' });
  assert.deepEqual([turned.status, turned.body.code], [409, 'one-shop']);
});
