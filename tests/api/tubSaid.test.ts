import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import { near } from '../near.ts';
import type { App } from './harness.ts';
import { ask, event, openDemoSession, ownDatabase, serve } from './harness.ts';

interface Tub {
  id: number;
  name: string;
  plastic: { grams: number };
  moves: { what: string; grams: number; at: string }[];
}
let app: App;
let session = 0;
before(async () => {
  app = await serve(await ownDatabase('tub_said'));
  session = await openDemoSession(app.url);
});
after(() => app.stop());

const send = (...events: object[]) =>
  ask('POST', `${app.url}/api/sessions/${session}/events`, { events });
const named = async (name: string) =>
  ((await ask('GET', `${app.url}/api/tubs`)).body as Tub[]).find((tub) => tub.name === name);
const at = ({ id }: Pick<Tub, 'id'>) => `${app.url}/api/tubs/${id}`;
/** As who has just seen it. */
const asSeen = async (method: 'PUT' | 'DELETE', place: string, body?: object) =>
  ask(method, place, body, { 'if-match': (await ask('GET', place)).etag ?? '' });
const bringIn = (name: string) =>
  ask('POST', `${app.url}/api/tubs`, { name, grams: 5000, colour: '#406040', cause: v4() });

test('what is said of a tub is changed by who saw it; renamed, it is still the tub an act moved', async () => {
  await send(event(session, 'charged', { cup: '1', grams: 200, from: 'fresh' }));
  const pucked = event(session, 'pouredOff', {
    ...{ cup: '1', grams: 40, all: false, how: 'about', way: 'puck' },
    tub: { name: 'Slate ends' },
  });
  await send(pucked);
  const tub = (await named('Slate ends'))!;
  const { body: said, etag } = await ask('GET', at(tub));
  const better = { ...said, name: 'Slate, sorted', salted: 'no', note: 'from the demo bench' };
  assert.equal((await ask('PUT', at(tub), better)).status, 428);
  assert.equal((await asSeen('PUT', at(tub), better)).status, 200);
  assert.deepEqual((await ask('GET', at(tub))).body, better);
  const late = await ask('PUT', at(tub), { ...said, note: 'mine' }, { 'if-match': etag ?? '' });
  assert.equal(late.status, 409);
  assert.equal(late.body.code, 'changed');
  await bringIn('Odd ends');
  assert.equal((await asSeen('PUT', at(tub), { ...better, name: 'Odd ends' })).status, 409);

  const undo = event(session, 'undone', { event: pucked.id });
  await send(undo);
  near((await named('Slate, sorted'))!.plastic.grams, 0);
  assert.equal(await named('Slate ends'), undefined, 'no second tub by the name it had');
  await send(event(session, 'undone', { event: undo.id }));
  near((await named('Slate, sorted'))!.plastic.grams, 40);
});

test('a tub brought in by mistake is deleted and comes back as it was; what hangs on one keeps it', async () => {
  await bringIn('Wrong pile');
  const wrong = (await named('Wrong pile'))!;
  await ask('POST', `${at(wrong)}/moves`, { what: 'weighed', grams: 500, cause: v4() });
  const was = await named('Wrong pile');
  assert.equal((await ask('DELETE', at(wrong), undefined, { 'if-match': '"other"' })).status, 409);
  assert.equal((await asSeen('DELETE', at(wrong))).status, 200);
  assert.equal(await named('Wrong pile'), undefined);
  assert.equal((await ask('GET', at(wrong))).status, 404);
  for (let nth = 0; nth < 2; nth++)
    assert.equal((await ask('POST', `${at(wrong)}/back`, {})).status, 200);
  assert.deepEqual(await named('Wrong pile'), was);

  await asSeen('DELETE', at(wrong));
  await bringIn('Wrong pile');
  const taken = await ask('POST', `${at(wrong)}/back`, {});
  assert.equal(taken.status, 409);
  assert.match(taken.body.detail, /called Wrong pile by now/);

  const used = await asSeen('DELETE', at((await named('Slate, sorted'))!));
  assert.equal(used.status, 409);
  assert.match(used.body.detail, /Sessions puck into it/);
  // A plan that lies ready begins a cup from it.
  const again = (await named('Wrong pile'))!;
  const { input } = (await ask('GET', `${app.url}/api/plans/1`)).body as {
    input: { cups: object[] };
  };
  const { id, plastic } = again;
  const begins = { of: { id, name: again.name, plastic }, grams: 50 };
  const cups = input.cups.map((cup, nth) => (nth === 0 ? { ...cup, begins } : cup));
  const plan = { name: 'From the wrong pile', day: '2031-05-01', input: { ...input, cups } };
  assert.equal((await ask('POST', `${app.url}/api/plans`, plan)).status, 201);
  // However many were made since.
  for (let nth = 0; nth < 31; nth++) await ask('POST', `${app.url}/api/plans`, { ...plan, input });
  assert.match((await asSeen('DELETE', at(again))).body.detail, /A plan begins a cup from it/);
  assert.ok(await named('Wrong pile'));
});
