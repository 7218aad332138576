import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { App } from './harness.ts';
import { ask, event, openDemoSession, ownDatabase, serve, until } from './harness.ts';

let one: App;
let two: App;
let session: number;

before(async () => {
  const url = await ownDatabase('live');
  await (await import('@/store/database.ts')).closeDatabase();
  [one, two] = await Promise.all([serve(url), serve(url)]);
  session = await openDemoSession(one.url);
});
after(async () => {
  await Promise.all([one.stop(), two.stop()]);
});

interface Heard {
  seq: number;
  id: string;
  by?: string;
  kind?: string;
}
/** Reads a stream until so many acts have come. */
async function hear(
  app: App,
  { after, bench = '' }: { after: number; bench?: string },
  count: number,
  ready: () => void,
): Promise<Heard[]> {
  const stop = new AbortController();
  const asked = `session=${session}:${after}${bench && `&bench=${encodeURIComponent(bench)}`}`;
  const reply = await fetch(`${app.url}/api/stream?${asked}`, { signal: stop.signal });
  assert.equal(reply.headers.get('content-type'), 'text/event-stream');
  const heard: Heard[] = [];
  let text = '';
  ready();
  for await (const chunk of reply.body!) {
    text += Buffer.from(chunk).toString();
    const lines = text.split('\n');
    text = lines.pop()!;
    for (const line of lines)
      if (line.startsWith('data: ')) heard.push(JSON.parse(line.slice(6)) as Heard);
    if (heard.length >= count) break;
  }
  stop.abort();
  return heard;
}

test(
  'what is appended through one process is heard through another, in order, from where ' +
    'the listener was',
  async () => {
    const first = await ask('POST', `${one.url}/api/sessions/${session}/events`, {
      events: [event(session, 'woken', { cup: '1' }), event(session, 'woken', { cup: '2' })],
    });
    const from = first.body.seq as number;
    let open = () => {};
    const opened = new Promise<void>((resolve) => (open = resolve));
    const heard = hear(two, { after: from - 1 }, 11, open);
    await opened;
    for (let i = 0; i < 10; i++)
      await ask('POST', `${i % 2 ? one.url : two.url}/api/sessions/${session}/events`, {
        events: [event(session, 'stirred', { cup: '1' })],
      });
    assert.deepEqual(
      (await heard).map(({ seq }) => seq),
      Array.from({ length: 11 }, (_, i) => from + i),
    );
  },
);

test('a bench hears of its own acts where they stand, and of others’ what they are', async () => {
  const by = ['bench 7', 'Wren, bench 7', 'bench 17', 'bench 7, bench 8'];
  const sent = by.map((by) => ({ ...event(session, 'stirred', { cup: '1' }), by }));
  const reply = await ask('POST', `${one.url}/api/sessions/${session}/events`, { events: sent });
  const after = (reply.body.seq as number) - sent.length;
  const heard = await hear(two, { after, bench: 'bench 7' }, sent.length, () => {});
  assert.deepEqual(
    heard.map(({ id, seq }) => [id, seq]),
    sent.map(({ id }, i) => [id, after + 1 + i]),
  );
  assert.deepEqual(
    heard.map(({ kind, by }) => [kind, by]),
    [
      [undefined, undefined],
      [undefined, undefined],
      ['stirred', 'bench 17'],
      ['stirred', 'bench 7, bench 8'],
    ],
  );
});

test('two processes on one session fold the same, each having appended half of it', async () => {
  await Promise.all(
    Array.from({ length: 30 }, (_, i) =>
      ask('POST', `${i % 2 ? one.url : two.url}/api/sessions/${session}/events`, {
        events: [
          event(session, 'reading', {
            target: { kind: 'cup', key: '1' },
            celsius: 140 + i,
            stage: null,
            from: 'typed',
          }),
        ],
      }),
    ),
  );
  const [here, there] = await Promise.all(
    [one, two].map((app) =>
      until('the clock line', async () => (await ask('GET', `${app.url}/api/running`)).body),
    ),
  );
  assert.deepEqual(here, there);
  assert.equal(here.session, session);
});
