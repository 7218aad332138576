import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import Papa from 'papaparse';
import type pg from 'pg';
import { extract } from 'tar';
import { connected } from '../../scripts/backup/database.mjs';
import { readShop } from '../../scripts/exchange/read.mjs';
import { tablesOf } from '../../scripts/exchange/tables.mjs';
import { writeShop } from '../../scripts/exchange/write.mjs';
import type { App } from './harness.ts';
import { ask, bringUpToDate, ownDatabase, serve } from './harness.ts';

const folder = mkdtempSync(join(tmpdir(), 'twin-shot-exchange-'));
const file = join(folder, 'shop.tar.gz');
let url = '';
let empty = '';
let app: App;
before(async () => {
  url = await ownDatabase('exchange');
  app = await serve(url);
  await ask('POST', `${app.url}/api/people`, {
    name: 'Ada',
    role: 'owner',
    secret: 'nine wet oilskins',
  });
  await ask('POST', `${app.url}/api/orders`, {
    customer: '=cmd()',
    note: 'quotes " and \u0001\u0002 and \\ and é',
    lines: [
      { name: '', pack: 1, promised: '2031-01-01', parts: [{ bait: 1, colourway: 1, count: 3 }] },
    ],
  });
  empty = url.replace(/\/exchange$/, '/exchange_empty');
  await connected(url.replace(/\/exchange$/, '/postgres'), (client: pg.Client) =>
    client.query('CREATE DATABASE exchange_empty'),
  );
});
after(() => app.stop());

/** Every table's rows, hashed, whatever order they lie in. */
const contents = (at: string): Promise<Record<string, string>> =>
  connected(at, async (client: pg.Client) => {
    const out: Record<string, string> = {};
    for (const { name } of (await tablesOf(client)) as { name: string }[])
      out[name] = (
        await client.query(
          `SELECT count(*) || ' ' || coalesce(md5(string_agg(md5((to_jsonb(t) - 'secret' -
            'pin')::text), '' ORDER BY md5((to_jsonb(t) - 'secret' - 'pin')::text))), '') AS all FROM
            ${name} t`,
        )
      ).rows[0].all as string;
    return out;
  });

test(
  'the whole shop goes out into one open file and comes into an empty one row for row; ' +
    'it opens, and goes on from there',
  async () => {
    const made = await writeShop(url, file);
    const there = await contents(url);
    bringUpToDate(empty);
    const read = await readShop(empty, file);
    assert.ok(read.ok, JSON.stringify(read));
    assert.deepEqual(read.totals, made.totals);
    assert.deepEqual(await contents(empty), there);
    const second = await serve(empty);
    const session = (
      await connected(empty, (client: pg.Client) =>
        client.query("SELECT id FROM sessions WHERE status = 'finished' ORDER BY id DESC LIMIT 1"),
      )
    ).rows[0].id as number;
    assert.deepEqual(
      (await ask('GET', `${second.url}/api/sessions/${session}`)).body,
      (await ask('GET', `${app.url}/api/sessions/${session}`)).body,
    );
    // New things get numbers of their own, and a password has to be set again.
    assert.equal(
      (
        await ask('POST', `${second.url}/api/orders`, {
          customer: 'After',
          note: '',
          lines: [
            {
              name: '',
              pack: 1,
              promised: '2031-01-01',
              parts: [{ bait: 1, colourway: 1, count: 3 }],
            },
          ],
        })
      ).status,
      201,
    );
    assert.deepEqual(
      (await ask('GET', `${second.url}/api/people`)).body.map(
        (other: { name: string; signs: boolean }) => [other.name, other.signs],
      ),
      [['Ada', false]],
    );
    await second.stop();
  },
);

test(
  'what is in the file is as it says: every line JSON, every table’s columns named, CSV ' +
    'that no table program takes for formulas',
  async () => {
    const inside = mkdtempSync(join(folder, 'in-'));
    await extract({ file, cwd: inside });
    const about = JSON.parse(readFileSync(join(inside, 'shop.json'), 'utf8')) as {
      format: string;
      tables: { name: string; lines: number; columns: { name: string }[] }[];
    };
    assert.equal(about.format, 'twin-shot shop');
    for (const { name, lines, columns } of about.tables) {
      const text = readFileSync(join(inside, 'tables', `${name}.jsonl`), 'utf8');
      const all = text
        .split('\n')
        .slice(0, -1)
        .map((line) => JSON.parse(line) as object);
      assert.equal(all.length, lines, name);
      for (const one of all)
        assert.deepEqual(
          Object.keys(one).sort(),
          columns.map((column) => column.name).sort(),
          name,
        );
      assert.ok(!/argon2/.test(text), `a secret in ${name}`);
    }
    const { data } = Papa.parse<{ customer: string }>(
      readFileSync(join(inside, 'csv', 'orders.csv'), 'utf8'),
      { header: true, skipEmptyLines: true },
    );
    assert.ok(
      data.length > 5 &&
        data.some((other) => other.customer === "'=cmd()") &&
        !data.some((other) => /^[=+@-]/.test(other.customer)),
    );
  },
);

test('a shop that is there is not written over, and what is no whole file changes nothing', async () => {
  const before = await contents(url);
  const rubbish = join(folder, 'rubbish.tar.gz');
  writeFileSync(rubbish, readFileSync(file).subarray(0, 5000));
  for (const [from, over, says] of [
    [file, false, /There is a shop here already/],
    [rubbish, true, /no whole shop|cannot be read whole/],
    [join(folder, 'none'), true, /no file/],
  ] as const) {
    const read = await readShop(url, from, over);
    assert.ok(
      !read.ok && says.test(read.message) && /Nothing was changed/.test(read.message),
      JSON.stringify(read),
    );
  }
  assert.deepEqual(await contents(url), before);
});
