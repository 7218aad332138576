import assert from 'node:assert/strict';
import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { get } from 'node:https';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { freePort, root } from '../../scripts/lib.mjs';
import { ask, dist, ownDatabase, until } from './harness.ts';

let url = '';
const begun: ChildProcess[] = [];
before(async () => {
  url = await ownDatabase('start');
});
after(() => begun.forEach((child) => child.kill('SIGKILL')));

interface Start {
  child: ChildProcess;
  said: () => string;
  ended: Promise<number | null>;
}
/** `npm start` on this test's own database, in a folder of its own. */
function start(data: string, told: Record<string, string> = {}, ...flags: string[]): Start {
  const child = spawn(process.execPath, [join(root, 'scripts', 'start.mjs'), ...flags], {
    cwd: root,
    env: {
      ...process.env,
      DATABASE_URL: url,
      TWIN_SHOT_DATA: data,
      TWIN_SHOT_DIST: dist,
      ...told,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  begun.push(child);
  let said = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (piece: Buffer) => (said += piece.toString()));
  return {
    child,
    said: () => said,
    ended: once(child, 'exit').then(([code]) => code as number | null),
  };
}
const folder = () => mkdtempSync(join(tmpdir(), 'twin-shot-start-'));
interface Running {
  app: number;
  address: string;
}
const running = (data: string): Running | null =>
  existsSync(join(data, 'running.json'))
    ? (JSON.parse(readFileSync(join(data, 'running.json'), 'utf8')) as Running)
    : null;
const healthy = (address: string) =>
  until('health', async () => (await ask('GET', `${address}/api/health`)).status === 200, 30_000);

test(
  'an app that is killed is back; a second start says where the first is; told ' +
    'to stop, it ends well',
  async () => {
    const data = folder();
    const first = start(data, { PORT: String(await freePort()) });
    const { address, app } = await until(
      'the first start',
      () => Promise.resolve(running(data)),
      60_000,
    );
    await healthy(address);
    process.kill(app, 'SIGKILL');
    await until('another process', () => Promise.resolve(running(data)!.app !== app), 30_000);
    await healthy(address);
    const second = start(data);
    assert.equal(await second.ended, 0);
    assert.match(second.said(), new RegExp(`already running: ${address}`));
    first.child.kill('SIGTERM');
    assert.equal(await first.ended, 0);
    assert.match(first.said(), /Everything is kept/);
    assert.equal(running(data), null);
  },
);

test('a taken port, and a database of a later version, are refused in a sentence', async () => {
  const taken = createServer().listen(0, '127.0.0.1');
  await once(taken, 'listening');
  const onTaken = start(folder(), { PORT: String((taken.address() as { port: number }).port) });
  assert.equal(await onTaken.ended, 1);
  assert.match(onTaken.said(), /is taken by another program/);
  taken.close();
  const { run } = await import('@/store/query.ts');
  await run("INSERT INTO migrations (name) VALUES ('99-later')");
  const later = start(folder(), { PORT: String(await freePort()) });
  assert.equal(await later.ended, 1);
  assert.match(later.said(), /later Twin Shot .*99-later.*Nothing was changed/);
  await run("DELETE FROM migrations WHERE name = '99-later'");
});

test('two shops where one should be are both left alone, and said', async () => {
  const data = folder();
  const tag = `twin-shot-${createHash('sha256').update(root).digest('hex').slice(0, 12)}`;
  const elsewhere = join('/var/tmp', tag, 'postgres', 'data');
  const made = existsSync(elsewhere) ? null : elsewhere;
  for (const dir of [join(data, 'postgres', 'data'), ...(made ? [made] : [])]) {
    mkdirSync(dir, { recursive: true });
    writeFileSync(join(dir, 'PG_VERSION'), '15');
  }
  const two = start(data, { DATABASE_URL: '' });
  assert.equal(await two.ended, 1);
  assert.match(two.said(), /There are shops in .*Nothing was opened/);
  if (made) rmSync(join('/var/tmp', tag), { recursive: true });
});

test(
  'on a network it does not start without an owner; with one it serves over HTTPS and ' +
    'asks who it is',
  async () => {
    const told = { HOST: '0.0.0.0', PORT: String(await freePort()) };
    const nobody = start(folder(), told);
    assert.equal(await nobody.ended, 1);
    assert.match(nobody.said(), /npm run owner/);
    const made = spawn(process.execPath, [join(dist, 'scripts', 'owner.mjs'), 'Ada'], {
      cwd: root,
      env: { ...process.env, DATABASE_URL: url },
      stdio: ['pipe', 'ignore', 'inherit'],
    });
    made.stdin.end('nine wet oilskins\n');
    assert.deepEqual(await once(made, 'exit'), [0, null]);
    const data = folder();
    const open = start(data, told);
    const { address } = await until('the start', () => Promise.resolve(running(data)), 60_000);
    assert.match(address, /^https:/);
    const ca = readFileSync(join(data, 'certificate', 'certificate.pem'));
    const status = (path: string) =>
      new Promise((resolve, reject) =>
        get(`${address}${path}`, { ca }, (reply) =>
          resolve([reply.resume().statusCode, reply.headers.location]),
        ).on('error', reject),
      );
    assert.deepEqual(await status('/api/orders'), [401, undefined]);
    assert.deepEqual(await status('/orders'), [302, '/sign-in?to=%2Forders']);
    assert.match(open.said(), /Fingerprint \(SHA-256\)/);
    open.child.kill('SIGTERM');
    assert.equal(await open.ended, 0);
  },
);

test(
  'one’s own shop and the demo lie apart: each keeps what is its own, and a page of one ' +
    'writes nothing into the other',
  async () => {
    const data = folder();
    // PostgreSQL runs as a user of its own where this runs as root: it must get to its folder.
    chmodSync(data, 0o755);
    const told = {
      DATABASE_URL: '',
      PORT: String(await freePort()),
      TWIN_SHOT_DEMO_EVENINGS: '1',
    };
    const wrong = start(data, told, '--bare');
    assert.equal(await wrong.ended, 1);
    assert.match(wrong.said(), /There is no --bare: --empty opens a shop of your own/);
    const first = start(data, told, '--empty');
    const { address } = await until('the start', () => Promise.resolve(running(data)), 90_000);
    await healthy(address);
    assert.match(first.said(), /It is your own shop/);
    const shops = async () => (await ask('GET', `${address}/api/shops`)).body as object;
    const ovens = async () =>
      (await ask('GET', `${address}/api/catalogue/ovens`)).body as { spec: { name: string } }[];
    assert.deepEqual(await shops(), { demo: false, other: true });
    assert.deepEqual(await ovens(), []);
    const oven = { name: 'By the window', kind: 'microwave', watts: 800, level: 1, note: '' };
    const put = (shop: string) =>
      ask('POST', `${address}/api/catalogue/ovens`, oven, { 'x-shop': shop });
    assert.equal((await put('')).status, 201);
    const turn = async (open: 'demo' | 'own') => {
      assert.equal((await ask('POST', `${address}/api/shops`, { open })).status, 202);
      await until(
        open,
        async () => {
          const now = await shops().catch(() => null);
          return now !== null && (now as { demo?: boolean }).demo === (open === 'demo');
        },
        120_000,
      );
    };
    await turn('demo');
    assert.ok((await ovens()).every(({ spec }) => spec.name !== oven.name));
    // The page this device has open is still of one's own shop.
    const stale = await put('');
    assert.deepEqual([stale.status, stale.body.code], [409, 'other-shop']);
    await turn('own');
    assert.deepEqual(
      (await ovens()).map(({ spec }) => spec.name),
      [oven.name],
    );
    first.child.kill('SIGTERM');
    assert.equal(await first.ended, 0);
    // What was open is open again.
    const again = start(data, told);
    await until('the next start', () => Promise.resolve(running(data)), 90_000);
    await healthy(address);
    assert.deepEqual(await shops(), { demo: false, other: true });
    again.child.kill('SIGTERM');
    assert.equal(await again.ended, 0);
  },
);
