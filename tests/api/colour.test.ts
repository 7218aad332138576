import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { App } from './harness.ts';
import { ask, change, ownDatabase, serve } from './harness.ts';

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
  const { lookOf } = await import('@/core/colour/dress.ts');
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

const event = (session: number, kind: string, payload: object, id = crypto.randomUUID()) => ({
  id,
  session,
  at: Date.now(),
  by: 'test',
  v: 1,
  kind,
  payload,
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

test(
  'colours written out obey their own schema and come in again the same; what differs ' +
    'waits for a choice; what is not for this shop is refused in words',
  async () => {
    const get = async (path: string) => (await fetch(`${app.url}${path}`)).text();
    const whole = await get('/api/colours/export');
    const book = JSON.parse(whole) as {
      mixes: { name: string; ladder: { amount: number }[] }[];
      colourways: { layers: Record<string, string | null> }[];
      materials: object[];
      version: number;
    };
    assert.ok(
      book.mixes.length >= 18 && book.colourways.length >= 14 && book.materials.length > 10,
    );
    const schema = JSON.parse(await get('/colours.schema.json')) as {
      properties: Record<string, unknown>;
      required: string[];
    };
    assert.deepEqual(
      schema.required.filter((key) => !(key in book)),
      [],
    );
    assert.deepEqual(
      Object.keys(book).filter((key) => key !== '$schema' && !(key in schema.properties)),
      [],
    );
    const bring = (text: string, choices?: object) =>
      ask('POST', `${app.url}/api/colours/import`, { text, choices });
    const look = async (text: string) =>
      ((await bring(text)).body as { items: { name: string; state: string; list: string }[] })
        .items;
    assert.deepEqual([...new Set((await look(whole)).map((other) => other.state))], ['same']);
    const { name } = book.mixes[0]!;
    book.mixes[0]!.ladder[0]!.amount += 3;
    book.mixes.push({ ...book.mixes[1]!, name: 'From over the bar' });
    const changed = JSON.stringify(book);
    assert.deepEqual(
      (await look(changed))
        .filter((other) => other.state !== 'same')
        .map((other) => [other.name, other.state]),
      [
        [name, 'differs'],
        ['From over the bar', 'new'],
      ],
    );
    const done = await bring(changed, { [`mixes/${name}`]: 'both' });
    assert.deepEqual((done.body as { added: number }).added, 2);
    const after = JSON.parse(await get('/api/colours/export')) as typeof book;
    assert.ok(
      after.mixes.some((mix) => mix.name === `${name}, brought in`) &&
        after.mixes.find((mix) => mix.name === name)!.ladder[0]!.amount ===
          book.mixes[0]!.ladder[0]!.amount - 3,
    );
    for (const [text, says] of [
      ['{"format":', /no JSON/],
      ['{"format":"other"}', /no file of colours/],
      [JSON.stringify({ ...book, version: 2 }), /later version \(2; this shop knows 1\)/],
      [
        JSON.stringify({
          ...book,
          mixes: [
            {
              name: 'x',
              colour: '#123456',
              grade: 'soft',
              ladder: [{ what: 'A', kind: 'pigment', amount: 0, dimension: 'drops', when: 'cold' }],
            },
          ],
        }),
        /mixes\.0\.ladder\.0\.amount/,
      ],
    ] as const) {
      const refused = await bring(text);
      assert.equal(refused.status, 422, text.slice(0, 40));
      assert.match((refused.body as { detail: string }).detail, says);
    }
    const csv = (await get('/api/colours/export?mix=1&as=csv')).split(/\r?\n/);
    assert.match(csv[0]!, /^mix,grade,order,ingredient/);
    assert.match(csv[3]!, /^Bilge moss,medium,3,Green no\. 2,pigment,26,drops,clear/);
  },
);

test(
  'a colourway is a picture, SVG and PNG, the same each time; a card with its doses; ' +
    'what cannot be drawn is said',
  async () => {
    const svg = await (await fetch(`${app.url}/api/ways/13/bait.svg?over=dark`)).text();
    assert.match(svg, /^<svg xmlns/);
    assert.equal(svg, await (await fetch(`${app.url}/api/ways/13/bait.svg?over=dark`)).text());
    const png = Buffer.from(
      await (await fetch(`${app.url}/api/ways/13/bait.png?width=320`)).arrayBuffer(),
    );
    assert.deepEqual([...png.subarray(1, 4)], [...Buffer.from('PNG')]);
    assert.equal(png.readUInt32BE(16), 320);
    assert.equal((await fetch(`${app.url}/api/ways/13/bait.png?width=90000`)).status, 422);
    assert.equal((await fetch(`${app.url}/api/ways/999/bait.svg`)).status, 404);
    const card = await (await fetch(`${app.url}/colours/ways/1/card?ml=473`)).text();
    assert.match(card, /Green no\. 2/);
    assert.match(card, /52 dr/, 'two cups of it want twice the drops');
  },
);

test('pictures of a version are kept as they are; too large, or no picture, is refused in words', async () => {
  const put = (body: Buffer, type = 'image/png') =>
    fetch(`${app.url}/api/mixes/1/pictures?n=1&what=swatch`, {
      method: 'POST',
      headers: { 'content-type': type },
      body: new Uint8Array(body),
    });
  const png = Buffer.concat([Buffer.from([0x89, 0x50, 0x4e, 0x47]), Buffer.alloc(200, 7)]);
  const made = await put(png);
  assert.equal(made.status, 201);
  const { id } = (await made.json()) as { id: number };
  assert.deepEqual(
    Buffer.from(await (await fetch(`${app.url}/api/pictures/${id}`)).arrayBuffer()),
    png,
  );
  for (const [body, type, says] of [
    [Buffer.alloc(40_000_000, 1), 'image/jpeg', /At most 8 MB/],
    [Buffer.from('hello'), 'image/jpeg', /no picture/],
    [png, 'application/octet-stream', /takes a picture/],
  ] as const) {
    const reply = await put(body, type);
    assert.ok(reply.status >= 400 && reply.status < 500);
    assert.match(((await reply.json()) as { detail: string }).detail, says);
  }
  assert.equal(
    (
      await fetch(`${app.url}/api/mixes/1/pictures?n=77`, {
        method: 'POST',
        headers: { 'content-type': 'image/png' },
        body: new Uint8Array(png),
      })
    ).status,
    404,
  );
});
