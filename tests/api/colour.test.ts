import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { App } from './harness.ts';
import { ask, ownDatabase, serve } from './harness.ts';

let app: App;
before(async () => {
  app = await serve(await ownDatabase('colour'));
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

const drops = (amount: number) => ({ what: 'Amber', kind: 'pigment', amount, dimension: 'drops', when: 'clear' });
const mix = (amount: number) => ({ name: 'Kelp tea', colour: '#886622', grade: 'soft', ladder: [drops(amount)] });
const versions = async (id: number) => (await import('@/store/mixes.ts')).versionsOf(id);

test('every change of a mix is a version of its own; the same again is none; many at once are numbered one after the other', async () => {
  const made = await ask('POST', `${app.url}/api/catalogue/mixes`, mix(10));
  assert.ok(made.status < 300, JSON.stringify(made.body));
  const id = (made.body as { id: number }).id;
  const put = (amount: number) => ask('PUT', `${app.url}/api/catalogue/mixes/${id}`, mix(amount));
  assert.equal((await put(12)).status, 200);
  assert.equal((await put(12)).status, 200);
  assert.deepEqual((await versions(id)).map((v) => [v.n, v.spec.ladder[0]!.amount]), [[2, 12], [1, 10]]);
  const many = await Promise.all([13, 14, 15, 16, 17, 18].map(put));
  assert.ok(many.every((r) => r.status === 200));
  const all = await versions(id);
  assert.deepEqual(all.map((v) => v.n), [8, 7, 6, 5, 4, 3, 2, 1]);
  assert.deepEqual(all.map((v) => v.spec.ladder[0]!.amount).sort((a, b) => a - b), [10, 12, 13, 14, 15, 16, 17, 18]);
  // An earlier one taken up again is a new version, not a change of the old.
  await put(10);
  const last = await versions(id);
  assert.deepEqual([last[0]!.n, last[0]!.spec.ladder[0]!.amount, last.at(-1)!.spec.ladder[0]!.amount], [9, 10, 10]);
});

test('materials that cannot be are refused in words, with the field', async () => {
  const good = { name: 'Kelp brown', kind: 'pigment', density: 1.1, drop: 0.05, spoon: 1.1 };
  const bad: [object, RegExp, string][] = [
    [{ ...good, strength: 0 }, /above nothing/, 'strength'], [{ ...good, spoon: 1000 }, /at most 8/, 'spoon'], [{ ...good, drop: 3 }, /half a mL/, 'drop'], [{ ...good, density: 0 }, /lighter than 0.2/, 'density'], [{ ...good, white: 'moss' }, /#rrggbb/, 'white'], [{ ...good, name: ' ' }, /Name the material/, 'name'],
  ];
  for (const [body, says, field] of bad) {
    const r = await ask('POST', `${app.url}/api/catalogue/materials`, body);
    assert.equal(r.status, 422);
    assert.match(r.body.detail as string, says);
    assert.equal(r.body.field, field);
  }
  assert.ok((await ask('POST', `${app.url}/api/catalogue/materials`, good)).status < 300);
  assert.equal((await ask('POST', `${app.url}/api/catalogue/materials`, { ...good, name: 'KELP brown' })).status, 409);
});
