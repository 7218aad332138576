import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { after, before, test } from 'node:test';
import { may, MAY, signInWanted } from '@/guard/may.ts';
import type { App } from './harness.ts';
import { askAs } from './asWho.ts';
import { ownDatabase, serve } from './harness.ts';

const PAGES = join(import.meta.dirname, '../../src/pages');
const METHODS = ['GET', 'POST', 'PUT', 'DELETE'] as const;
const SECRET = 'nine wet oilskins';
const ROLES = ['owner', 'maker', 'packer', 'looker-on'] as const;
let app: App;
let alone: App;
const cookies: Record<string, string> = {};

const ask = (method: string, path: string, cookie = '', body?: unknown, url = app.url) =>
  askAs(url, method, path, { cookie, body });
const signIn = (name: string, secret = SECRET) => ask('POST', '/api/sign-in', '', { name, secret });

before(async () => {
  const url = await ownDatabase('people');
  app = await serve(url, { TWIN_SHOT_SIGN_IN: 'always' });
  alone = await serve(url);
});
after(() => Promise.all([app.stop(), alone.stop()]));

/** Every page and endpoint there is, with what it answers to. */
function declaredInFiles(): Map<string, string[]> {
  const files = readdirSync(PAGES, { recursive: true, encoding: 'utf8' }).filter(
    (file) => /\.(ts|astro)$/.test(file) && !/(^|\/)_/.test(file),
  );
  return new Map(
    files.map((file) => {
      const route = `/${relative(PAGES, join(PAGES, file))
        .replace(/\.(ts|astro)$/, '')
        .replace(/(^|\/)index$/, '')}`;
      const text = readFileSync(join(PAGES, file), 'utf8');
      return [
        route,
        file.endsWith('.astro')
          ? ['GET']
          : METHODS.filter((method) => text.includes(`export const ${method}:`)),
      ];
    }),
  );
}

test('every page and endpoint declares who may, and nothing else is declared', () => {
  const there = declaredInFiles();
  assert.deepEqual([...there.keys()].sort(), Object.keys(MAY).sort());
  for (const [route, methods] of there)
    assert.deepEqual(Object.keys(MAY[route]!).sort(), [...methods].sort(), route);
});

test('alone on its own machine nobody signs in; on a network, or where it is said, everybody does', () => {
  for (const HOST of ['127.0.0.1', 'localhost', '::1', undefined])
    assert.equal(signInWanted({ HOST }), false);
  for (const HOST of ['0.0.0.0', '192.168.1.7', '::', 'shop.local'])
    assert.equal(signInWanted({ HOST }), true);
  assert.equal(signInWanted({ HOST: '127.0.0.1', TWIN_SHOT_SIGN_IN: 'always' }), true);
});

test('without an owner nothing is served; with one, who is not known is sent to sign in', async () => {
  const none = await ask('GET', '/orders');
  assert.equal(none.status, 503);
  assert.match(none.body.detail!, /npm run owner/);
  for (const role of ROLES)
    assert.equal(
      (
        await ask(
          'POST',
          '/api/people',
          '',
          { name: `Ada ${role}`, role, secret: SECRET, ...(role === 'maker' && { pin: '4711' }) },
          alone.url,
        )
      ).status,
      201,
    );
  const asked = await ask('GET', '/orders');
  assert.deepEqual([asked.status, asked.to], [302, '/sign-in?to=%2Forders']);
  assert.equal((await ask('GET', '/sign-in')).status, 200);
});

test(
  'a wrong password, a name nobody has and an empty one are told apart by nobody; the ' +
    'right one is known by its cookie',
  async () => {
    const said = await Promise.all([
      signIn('Ada owner', 'wrong wrong wrong'),
      signIn('Nobody'),
      signIn('', ''),
    ]);
    assert.ok(said.every((said) => said.status === 403 && said.cookie === ''));
    assert.equal(new Set(said.map((said) => said.body.detail)).size, 1);
    for (const role of ROLES) {
      const done = await signIn(`ada ${role}`);
      assert.equal(done.status, 200);
      cookies[role] = done.cookie;
    }
    const code = (await ask('POST', '/api/pairings', cookies.owner)).body.code as unknown as string;
    const paired = await ask('POST', '/api/pair', '', {
      code: `${code.slice(0, 4)} ${code.slice(4)}`,
      name: 'by the window',
    });
    assert.equal(paired.status, 201);
    cookies.tablet = paired.cookie;
    assert.equal(
      (await ask('POST', '/api/pair', '', { code, name: 'a second' })).status,
      403,
      'a code pairs one tablet',
    );
  },
);

test('every role at every endpoint: what it may not is refused, and what it may is not', async () => {
  for (const [route, methods] of Object.entries(MAY)) {
    const path = route.replace('[list]', 'moulds').replace('[ext]', 'svg').replace('[id]', '1');
    for (const method of Object.keys(methods)) {
      for (const role of [...ROLES, 'tablet', null] as const) {
        if (
          route === '/api/stream' ||
          (route.includes('sign-') && method === 'POST') ||
          ([
            '/api/pair',
            '/api/hand',
            '/api/people',
            '/api/people/[id]',
            '/api/tablets/[id]',
            '/api/pairings',
          ].includes(route) &&
            may(role, route, method))
        )
          continue;
        const { status, to, body } = await ask(method, path, role ? cookies[role] : '');
        const what = `${method} ${path} by ${role ?? 'nobody'}: ${status}`;
        const turnedAway = ['sign-in', 'may-not'].includes(body?.code ?? '');
        if (may(role, route, method)) assert.ok(!turnedAway && !to?.startsWith('/sign-in'), what);
        else
          assert.ok(
            turnedAway ||
              (method === 'GET' &&
                (to?.startsWith('/sign-in') || (role === 'tablet' && to === '/bench'))),
            what,
          );
      }
    }
  }
});

test('a maker’s act and a tablet’s are done in their names; a hand with a PIN must know it', async () => {
  const hands = (await ask('GET', '/api/hand', cookies.tablet)).body as unknown as {
    id: number;
    name: string;
    pin: boolean;
  }[];
  const maker = hands.find((hand) => hand.name === 'Ada maker')!;
  assert.ok(maker.pin && !hands.some((hand) => hand.name === 'Ada looker-on'));
  const take = (pin?: string) =>
    ask('POST', '/api/hand', cookies.tablet, { person: maker.id, ...(pin && { pin }) });
  assert.deepEqual(
    [(await take()).status, (await take('0000')).status, (await take('4711')).status],
    [403, 403, 200],
  );
});

test('the last owner stays; what was signed out, unpaired or given a new password is known no more', async () => {
  const people = (await ask('GET', '/api/people', cookies.owner)).body as unknown as {
    id: number;
    name: string;
  }[];
  const id = (name: string) => people.find((person) => person.name === name)!.id;
  assert.equal(
    (await ask('DELETE', `/api/people/${id('Ada owner')}`, cookies.owner)).body.code,
    'last-owner',
  );
  assert.equal(
    (
      await ask('PUT', `/api/people/${id('Ada owner')}`, cookies.owner, {
        name: 'Ada owner',
        role: 'maker',
      })
    ).body.code,
    'last-owner',
  );
  const second = (await signIn('Ada packer')).cookie;
  assert.equal((await ask('POST', '/api/sign-out', second, { everywhere: true })).status, 200);
  for (const old of [second, cookies.packer!])
    assert.equal((await ask('GET', '/api/orders', old)).status, 401);
  assert.equal(
    (
      await ask('PUT', `/api/people/${id('Ada maker')}`, cookies.owner, {
        name: 'Ada maker',
        role: 'maker',
        secret: 'another long one',
      })
    ).status,
    200,
  );
  assert.equal((await ask('GET', '/api/orders', cookies.maker)).status, 401);
  assert.equal((await ask('DELETE', '/api/tablets/1', cookies.owner)).status, 200);
  assert.equal((await ask('GET', '/api/running', cookies.tablet)).status, 401);
});

test('who guesses is slowed down, and what was done about people stands for good', async () => {
  const tries = await Promise.all(
    Array.from({ length: 20 }, () => signIn('Ada owner', 'guess guess guess')),
  );
  assert.ok(tries.some((said) => said.status === 429));
  const { rows, run } = await import('@/store/query.ts');
  const done = (
    await rows<{ by: string; what: string }>('SELECT by, what FROM audit ORDER BY id')
  ).map((row) => `${row.by}: ${row.what}`);
  for (const one of [
    'nobody: sign-in refused',
    'Ada owner: signed in',
    'the shop: person added',
    'Ada owner: pairing code shown',
    'by the window: tablet paired',
    'Ada owner: person changed',
    'Ada owner: tablet unpaired',
    'Ada packer: signed out everywhere',
  ])
    assert.ok(done.includes(one), one);
  await assert.rejects(run("UPDATE audit SET what = 'nothing'"), /never changed/);
  await assert.rejects(run('DELETE FROM audit'), /never changed/);
  await assert.rejects(run('TRUNCATE audit'), /never changed/);
});
