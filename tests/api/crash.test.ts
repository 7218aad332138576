import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Cluster } from '../../scripts/postgres.mjs';
import { cluster } from '../../scripts/postgres.mjs';
import type { App } from './harness.ts';
import { ask, event, openDemoSession, serve, until } from './harness.ts';

let pg: Cluster;
let app: App;
let session: number;

before(async () => {
  pg = await cluster(`crash-${process.pid}`);
  process.env.DATABASE_URL = pg.url;
  const { migrate } = await import('@/store/migrate.ts');
  const { loadDemo } = await import('../../scripts/demo/load.ts');
  await migrate();
  // A shop with hardly a past: it is killed, not looked at.
  await loadDemo(() => {}, { evenings: 0, allWays: false });
  await (await import('@/store/database.ts')).closeDatabase();
  app = await serve(pg.url);
  session = await openDemoSession(app.url);
});
after(async () => {
  await app.stop();
  pg.remove();
});

const events = () => `${app.url}/api/sessions/${session}/events`;
const logged = async () =>
  new Set(((await ask('GET', events())).body as { id: string }[]).map((other) => other.id));

/** Sends events one after another until told to stop; answers which were acknowledged. */
async function pour(done: () => boolean): Promise<string[]> {
  const acknowledged: string[] = [];
  while (!done()) {
    const other = event(session, 'reading', {
      target: { kind: 'cup', key: '1' },
      celsius: 160,
      stage: null,
      from: 'typed',
    });
    try {
      const reply = await ask('POST', events(), { events: [other] });
      if (reply.status === 200 && reply.body.accepted.length === 1) acknowledged.push(other.id);
    } catch {
      // no answer: not acknowledged
    }
  }
  return acknowledged;
}

test(
  'the app killed in the middle of a shot: every acknowledged event is there after it ' +
    'starts again',
  async () => {
    let dead = false;
    const running = pour(() => dead);
    await until('some events', async () => (await logged()).size > 25);
    await app.stop('SIGKILL');
    dead = true;
    const acknowledged = await running;
    app = await serve(pg.url);
    const held = await logged();
    assert.ok(acknowledged.length > 10);
    assert.deepEqual(
      acknowledged.filter((id) => !held.has(id)),
      [],
    );
  },
);

test('PostgreSQL killed in the middle of a shot: nothing acknowledged is lost, and the app works on', async () => {
  let dead = false;
  const start = (await logged()).size;
  const running = pour(() => dead);
  await until('some events', async () => (await logged()).size > start + 20);
  pg.stop('immediate');
  const away = await ask('POST', events(), { events: [event(session, 'stirred', { cup: '1' })] });
  assert.equal(away.status, 503);
  assert.match(away.body.detail, /database is not answering/);
  dead = true;
  const acknowledged = await running;
  pg.start();
  const held = await until('the log again', logged);
  assert.ok(acknowledged.length > 10);
  assert.deepEqual(
    acknowledged.filter((id) => !held.has(id)),
    [],
  );
  const again = await ask('POST', events(), { events: [event(session, 'stirred', { cup: '1' })] });
  assert.equal(again.status, 200);
});

test('a stream opened before the database went away carries on after it', async () => {
  const stop = new AbortController();
  const from = (await logged()).size;
  const reply = await fetch(`${app.url}/api/stream?session=${session}:${from}`, {
    signal: stop.signal,
  });
  pg.stop('immediate');
  pg.start();
  await until(
    'an append',
    async () =>
      (await ask('POST', events(), { events: [event(session, 'stirred', { cup: '2' })] }))
        .status === 200,
  );
  let text = '';
  for await (const chunk of reply.body!) {
    text += Buffer.from(chunk).toString();
    if (text.includes('"kind":"stirred"')) break;
  }
  stop.abort();
  assert.match(text, new RegExp(`id: ${session}:${from + 1}\\n`));
});
