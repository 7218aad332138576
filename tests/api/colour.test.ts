import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { App } from './harness.ts';
import { ask, change, event, ownDatabase, serve } from './harness.ts';

let app: App;
before(async () => {
  app = await serve(await ownDatabase('colour'));
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

const drops = (amount: number) => ({
  what: 'Amber',
  kind: 'pigment',
  amount,
  dimension: 'drops',
  when: 'clear',
});
const mix = (amount: number) => ({
  name: 'Kelp tea',
  colour: '#886622',
  grade: 'soft',
  ladder: [drops(amount)],
});
const versions = async (id: number) => (await import('@/store/mixes.ts')).versionsOf(id);

test(
  'every change of a mix is a version of its own; the same again is none; many at once ' +
    'are numbered one after the other',
  async () => {
    const made = await ask('POST', `${app.url}/api/catalogue/mixes`, mix(10));
    assert.ok(made.status < 300, JSON.stringify(made.body));
    const id = (made.body as { id: number }).id;
    const put = (amount: number) => change(`${app.url}/api/catalogue/mixes/${id}`, mix(amount));
    assert.equal((await put(12)).status, 200);
    assert.equal((await put(12)).status, 200);
    assert.deepEqual(
      (await versions(id)).map((version) => [version.n, version.spec.ladder[0]!.amount]),
      [
        [2, 12],
        [1, 10],
      ],
    );
    // Who comes second is told, and saves over what he has now seen.
    const insist = async (amount: number): Promise<void> => {
      const reply = await put(amount);
      assert.ok(reply.status === 200 || reply.status === 409, JSON.stringify(reply.body));
      if (reply.status === 409) await insist(amount);
    };
    await Promise.all([13, 14, 15, 16, 17, 18].map(insist));
    const all = await versions(id);
    assert.deepEqual(
      all.map((mixVersion) => mixVersion.n),
      [8, 7, 6, 5, 4, 3, 2, 1],
    );
    assert.deepEqual(
      all.map((mixVersion) => mixVersion.spec.ladder[0]!.amount).sort((one, other) => one - other),
      [10, 12, 13, 14, 15, 16, 17, 18],
    );
    // An earlier one taken up again is a new version, not a change of the old.
    await put(10);
    const last = await versions(id);
    assert.deepEqual(
      [last[0]!.n, last[0]!.spec.ladder[0]!.amount, last.at(-1)!.spec.ladder[0]!.amount],
      [9, 10, 10],
    );
  },
);

test('materials that cannot be are refused in words, with the field', async () => {
  const good = { name: 'Kelp brown', kind: 'pigment', density: 1.1, drop: 0.05, spoon: 1.1 };
  const bad: [object, RegExp, string][] = [
    [{ ...good, strength: 0 }, /above nothing/, 'strength'],
    [{ ...good, spoon: 1000 }, /at most 8/, 'spoon'],
    [{ ...good, drop: 3 }, /half a mL/, 'drop'],
    [{ ...good, density: 0 }, /lighter than 0.2/, 'density'],
    [{ ...good, white: 'moss' }, /#rrggbb/, 'white'],
    [{ ...good, name: ' ' }, /Name the material/, 'name'],
  ];
  for (const [body, says, field] of bad) {
    const reply = await ask('POST', `${app.url}/api/catalogue/materials`, body);
    assert.equal(reply.status, 422);
    assert.match(reply.body.detail as string, says);
    assert.equal(reply.body.field, field);
  }
  assert.ok((await ask('POST', `${app.url}/api/catalogue/materials`, good)).status < 300);
  assert.equal(
    (await ask('POST', `${app.url}/api/catalogue/materials`, { ...good, name: 'KELP brown' }))
      .status,
    409,
  );
});

test('a pigment with another name is still the pigment of every mix it is in', async () => {
  const { list } = await import('@/store/catalogue.ts');
  const { lookOf } = await import('@/core/colour/look.ts');
  const { versionsAs } = await import('@/store/mixes.ts');
  const shelf = async () => (await list('materials')).map((entry) => entry.spec);
  const before = (await list('mixes')).find((entry) =>
    entry.spec.ladder.some((one) => one.kind === 'pigment'),
  )!;
  const pigment = before.spec.ladder.find((one) => one.kind === 'pigment')!;
  const material = (await list('materials')).find((entry) => entry.spec.name === pigment.what)!;
  const look = lookOf(before.spec, await shelf());

  const renamed = { ...material.spec, name: 'Quay lamp' };
  const reply = await change(`${app.url}/api/catalogue/materials/${material.id}`, renamed);
  assert.equal(reply.status, 200, JSON.stringify(reply.body));

  const after = (await list('mixes')).find((entry) => entry.id === before.id)!;
  assert.deepEqual(
    { ...lookOf(after.spec, await shelf()), left: [] },
    { ...look, left: [] },
    'it looks as it did',
  );
  assert.deepEqual(
    after.spec.ladder.find((one) => one.materialId === material.id),
    { ...pigment, materialId: material.id, what: 'Quay lamp' },
  );
  const [version] = await versionsAs([{ id: after.id, spec: after.spec }]);
  assert.ok(version, 'it is the version it was');
  const retired = await ask('DELETE', `${app.url}/api/catalogue/materials/${material.id}`);
  assert.equal(retired.status, 409);
  assert.match(retired.body.detail as string, /Quay lamp is still used by/);
  const back = await change(`${app.url}/api/catalogue/materials/${material.id}`, material.spec);
  assert.equal(back.status, 200, JSON.stringify(back.body));
});

const send = (session: number, events: object[]) =>
  ask('POST', `${app.url}/api/sessions/${session}/events`, { events });

test(
  'what a cup really held is kept as the next version, or as a branch of its own; the ' +
    'same event again, its undo and a rebuild lose and double nothing',
  async () => {
    const { openSessions } = await import('@/store/log.ts');
    const { rows } = await import('@/store/query.ts');
    const session = (await openSessions())[0]!.id;
    const cup = (
      await rows<{ mix_id: number; letter: string }>(
        'SELECT mix_id, letter FROM session_cups WHERE session_id = $1 LIMIT 1',
        [session],
      )
    )[0]!;
    const before = await versions(cup.mix_id);
    const spec = { ...before[0]!.spec, ladder: [drops(7.25)] };
    const kept = event(session, 'mixKept', {
      cup: String(cup.mix_id),
      as: 'version',
      name: 'x',
      mix: spec,
      upTo: 3,
    });
    assert.equal((await send(session, [kept])).status, 200);
    assert.equal((await send(session, [kept, kept])).status, 200);
    const now = await versions(cup.mix_id);
    assert.equal(now.length, before.length + 1);
    assert.deepEqual(
      [now[0]!.spec.ladder[0]!.amount, now[0]!.sessionId, now[0]!.cup, now[0]!.spec.name],
      [7.25, session, cup.letter, before[0]!.spec.name],
    );
    const branch = event(session, 'mixKept', {
      cup: String(cup.mix_id),
      as: 'branch',
      name: 'Kelp tea',
      mix: { ...spec, ladder: [drops(9)] },
      upTo: 4,
    });
    await send(session, [branch, event(session, 'undone', { event: kept.id })]);
    const made = await rows<{ id: number; name: string; parent_id: number }>(
      "SELECT id, name, parent_id FROM mixes WHERE name LIKE 'Kelp tea%' ORDER BY id DESC LIMIT 1",
    );
    assert.deepEqual(
      [made[0]!.name, made[0]!.parent_id],
      ['Kelp tea 2', cup.mix_id],
      'a name that is taken gets a number',
    );
    const keptBy = (act: unknown) => fetch(`${app.url}/api/mixes/kept/${String(act)}`);
    const held = (await (await keptBy(branch.id)).json()) as { id: number; spec: { name: string } };
    assert.deepEqual([held.id, held.spec.name], [made[0]!.id, 'Kelp tea 2']);
    for (const stranger of [crypto.randomUUID(), 'none'])
      assert.equal((await keptBy(stranger)).status, 404);
    await (await import('@/service/rebuild.ts')).rebuild();
    assert.equal((await versions(cup.mix_id)).length, before.length + 1);
    assert.equal((await rows("SELECT 1 AS x FROM mixes WHERE name LIKE 'Kelp tea%'")).length, 2);
    const family = await (await import('@/store/mixes.ts')).familyOf(made[0]!.id);
    assert.ok(
      family.some((kin) => kin.id === cup.mix_id && kin.parent_id === null) &&
        family.some((kin) => kin.id === made[0]!.id),
    );
    assert.match(
      await (await fetch(`${app.url}/colours/mixes/${cup.mix_id}`)).text(),
      /Kelp tea 2/,
    );
  },
);

test('a damp bottle is remembered past evening and rebuild, until it is in order again or taken back', async () => {
  const { openSessions } = await import('@/store/log.ts');
  const { bottlesNotWell } = await import('@/service/bottles.ts');
  const session = (await openSessions())[0]!.id;
  const [{ id: material }] = (await (
    await import('@/store/catalogue.ts')
  ).list('materials')) as unknown as [{ id: number }];
  const now = async () =>
    (await bottlesNotWell()).find(({ material_id }) => material_id === material)?.is_now;
  // By a bench whose clock runs an hour ahead.
  const found = event(
    session,
    'bottleNoted',
    { material, is: 'damp' },
    { at: Date.now() + 3_600_000 },
  );
  assert.deepEqual((await send(session, [found, found])).body.refused, []);
  assert.equal(await now(), 'damp');
  const today = await (await fetch(`${app.url}/`)).text();
  assert.match(today, /damp: it makes bubbles/);
  const path = `${app.url}/api/materials/${material}/bottle`;
  assert.equal((await ask('POST', path, { is: 'well' })).status, 201);
  await (await import('@/service/rebuild.ts')).rebuild();
  assert.equal(await now(), undefined, 'a later word by hand outlives a rebuild');
  const again = event(
    session,
    'bottleNoted',
    { material, is: 'dirty' },
    { at: Date.now() + 7_200_000 },
  );
  await send(session, [again]);
  assert.equal(await now(), 'dirty');
  await send(session, [event(session, 'undone', { event: again.id })]);
  assert.equal(await now(), undefined);
  assert.equal((await ask('POST', path, { is: 'wet' })).status, 422);
  assert.equal(
    (await ask('POST', `${app.url}/api/materials/99999/bottle`, { is: 'damp' })).status,
    404,
  );
});
