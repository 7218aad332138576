import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { App } from './harness.ts';
import { ask, ownDatabase, serve } from './harness.ts';

let app: App;
before(async () => {
  app = await serve(await ownDatabase('colour_files'));
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

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
