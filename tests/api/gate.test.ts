import assert from 'node:assert/strict';
import { request } from 'node:http';
import { after, before, test } from 'node:test';
import type { App } from './harness.ts';
import { PROBLEMS } from '@/service/problems.ts';
import { ask, ownDatabase, serve } from './harness.ts';

let app: App;
before(async () => {
  app = await serve(await ownDatabase('gate'), { TWIN_SHOT_NAMES: 'shop.example' });
});
after(() => app.stop());

interface Said {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  body: string;
}
/** A request with headers that fetch would not let one say. */
const say = (
  method: string,
  path: string,
  headers: Record<string, string> = {},
  body?: string | Buffer,
): Promise<Said> =>
  new Promise((resolve, reject) => {
    const { hostname, port } = new URL(app.url);
    const sent = request({ hostname, port, method, path, headers }, (reply) => {
      let text = '';
      reply.on('data', (piece: Buffer) => {
        text += piece.toString();
        // A stream has said what it has to say with its first words.
        if (path.startsWith('/api/stream')) reply.destroy();
      });
      reply.on('close', () =>
        resolve({ status: reply.statusCode!, headers: reply.headers, body: text }),
      );
    });
    sent.on('error', reject);
    sent.end(body);
  });
const order = JSON.stringify({
  customer: 'Nobody',
  note: '',
  lines: [
    { name: '', pack: 1, promised: '2031-05-01', parts: [{ bait: 1, colourway: 1, count: 12 }] },
  ],
});
const json = { 'content-type': 'application/json' };

test(
  'a name that was made to point here reads and writes nothing; the shop’s own names ' +
    'and addresses do',
  async () => {
    for (const host of ['rebound.example', 'rebound.example:80', 'localhost.evil.example']) {
      for (const path of ['/api/shop', '/orders', '/api/stream?devices'])
        assert.equal((await say('GET', path, { host })).status, 421, `${host} ${path}`);
      assert.notEqual((await say('POST', '/api/orders', { host, ...json }, order)).status, 201);
    }
    for (const host of [
      '127.0.0.1',
      'localhost:4310',
      '[::1]:4310',
      '192.168.1.20',
      'shop.example',
      'SHOP.example:81',
    ])
      assert.equal((await say('GET', '/api/shop', { host })).status, 200, host);
  },
);

test(
  'a page of another site cannot write, nor listen; a bench without an origin and our ' +
    'own pages can',
  async () => {
    const own = new URL(app.url).host;
    for (const headers of [
      { origin: 'http://elsewhere.example' },
      { origin: 'null' },
      { origin: `http://${own.split(':')[0]!}:1` },
      { 'sec-fetch-site': 'cross-site' },
    ] as Record<string, string>[]) {
      const refused = await say('POST', '/api/orders', { host: own, ...json, ...headers }, order);
      assert.equal(refused.status, 403, JSON.stringify(headers));
      assert.match(refused.body, /another site/);
      assert.equal(
        (await say('GET', '/api/stream?devices', { host: own, ...headers })).status,
        403,
      );
    }
    for (const headers of [{}, { origin: app.url, 'sec-fetch-site': 'same-origin' }] as Record<
      string,
      string
    >[])
      assert.equal(
        (await say('POST', '/api/orders', { host: own, ...json, ...headers }, order)).status,
        201,
      );
    assert.equal(
      (await say('GET', '/api/stream?devices', { host: own, origin: app.url })).status,
      200,
    );
  },
);

test('the type of a problem leads to a line that says what it means, for whoever got it', async () => {
  const missing = await say('GET', '/api/sessions/987654');
  const { type, code } = JSON.parse(missing.body) as { type: string; code: string };
  assert.equal(type, `/docs/problems#${code}`);
  const page = await say('GET', '/docs/problems');
  assert.equal(page.status, 200);
  const anchors = new Set([...page.body.matchAll(/ id="([a-z-]+)"/g)].map(([, id]) => id));
  assert.deepEqual(
    Object.keys(PROBLEMS).filter((other) => !anchors.has(other)),
    [],
  );
});

test('no page of ours stands in a frame or runs a script it did not bring; answers are no pages', async () => {
  const page = await say('GET', '/orders');
  const policy = String(page.headers['content-security-policy']);
  assert.match(policy, /script-src [^;]*'sha256-/);
  assert.doesNotMatch(policy, /script-src[^;]*unsafe|style-src [^;]*unsafe|\*/);
  for (const part of [
    "default-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ])
    assert.ok(policy.includes(part), part);
  assert.equal(page.headers['x-frame-options'], 'DENY');
  for (const path of ['/api/shop', '/api/none', '/api/pictures/1']) {
    const reply = await say('GET', path);
    assert.match(String(reply.headers['content-security-policy']), /default-src 'none'/, path);
    assert.equal(reply.headers['x-content-type-options'], 'nosniff');
  }
});

test(
  'names that a table program would take for formulas go out harmless and come in again ' +
    'as they were',
  async () => {
    const made = await ask('POST', `${app.url}/api/orders`, {
      ...(JSON.parse(order) as object),
      customer: '-dash & =1+1',
    });
    assert.equal(made.status, 201);
    const text = await (await fetch(`${app.url}/api/orders/file`)).text();
    assert.ok(text.includes("'-dash"), 'escaped');
    const rows = (await ask('POST', `${app.url}/api/orders/file`, { text, take: false })).body
      .rows as { row: { customer: string } }[];
    assert.ok(
      JSON.stringify(rows).includes('"-dash & =1+1"') && !JSON.stringify(rows).includes("'-dash"),
      JSON.stringify(rows[0]),
    );
    const mix = await ask('POST', `${app.url}/api/catalogue/mixes`, {
      name: '=cmd()',
      colour: '#886622',
      grade: 'soft',
      ladder: [{ what: '+Amber', kind: 'pigment', amount: 10, dimension: 'drops', when: 'clear' }],
    });
    const ladder = await (
      await fetch(`${app.url}/api/colours/export?mix=${String(mix.body.id)}&as=csv`)
    ).text();
    assert.doesNotMatch(ladder, /(^|,)[=+]/m);
  },
);

test('too much, too odd, or not at all: refused in words before anything is made of it', async () => {
  const big = Buffer.alloc(2 << 20, 'a');
  assert.equal((await say('POST', '/api/orders', json, big)).status, 413);
  // Without saying how much it will be.
  assert.equal(
    (await say('POST', '/api/orders', { ...json, 'transfer-encoding': 'chunked' }, big)).status,
    413,
  );
  assert.equal(
    (await ask('POST', `${app.url}/api/orders`, JSON.parse(order), { 'idempotency-key': 'again' }))
      .body.code,
    'bad-key',
  );
  for (const [method, path] of [
    ['PATCH', '/api/shop'],
    ['TRACE', '/api/shop'],
    ['PROPFIND', '/orders'],
  ] as const)
    assert.equal((await say(method, path)).status, 405, method);
});
