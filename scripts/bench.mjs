// npm run bench [sessions]: the figures of ten years' data; npm run bench -- heat: how true the forecasts of heat are; npm run bench -- colour: how near recipes come; npm run bench -- cooking: cups cooked from raw, by advice and by thumb; npm run bench -- evenings [shops] [world|all|held-back] [ablate]: whole evenings in worlds no model knows, by both; npm run bench -- matches [how many]: cups brought together there, with one oven and with all; npm run bench -- faults [how many] [seed]: a shop under fire, and whether anything was lost; npm run bench -- fuzz [how many] [seed]: hostile requests as every role; npm run bench -- kept [sessions]: backup, restore, export and import of ten years. Prints them; changes nothing of the shop's own.
import { execFileSync, spawnSync } from 'node:child_process';
import { gzipSync } from 'node:zlib';
import { randomUUID } from 'node:crypto';
import {
  answers,
  build,
  ensureDebian,
  ensurePackages,
  existsSync,
  finished,
  freePort,
  join,
  root,
  say,
  start,
  tsx,
} from './lib.mjs';
import { cluster } from './postgres.mjs';

ensurePackages();
if (process.argv[2] === 'heat') {
  const { heatFigures } = await import('./bench/heat.mjs');
  heatFigures();
  process.exit(0);
}
if (process.argv[2] === 'colour') {
  const { colourFigures } = await import('./bench/colour.mjs');
  colourFigures();
  process.exit(0);
}
if (process.argv[2] === 'cooking') {
  say(
    execFileSync(
      process.execPath,
      ['--import', 'tsx', join(root, 'scripts/bench/cooking.ts'), ...process.argv.slice(3)],
      { cwd: root, encoding: 'utf8' },
    ),
  );
  process.exit(0);
}
const TRIALS = {
  evenings: 'evenings/index.ts',
  matches: 'matches.ts',
  faults: 'faults/index.ts',
  fuzz: 'fuzzing.ts',
};
if (process.argv[2] in TRIALS) {
  process.exit(
    spawnSync(
      process.execPath,
      [
        '--import',
        'tsx',
        join(root, 'scripts/bench', TRIALS[process.argv[2]]),
        ...process.argv.slice(3),
      ],
      { cwd: root, stdio: 'inherit' },
    ).status ?? 1,
  );
}
const onlyKept = process.argv[2] === 'kept';
const sessions = process.argv[onlyKept ? 3 : 2] ?? '2000';
ensureDebian('chromium', () => existsSync('/usr/bin/chromium'));
const dist = join(root, '.test', 'dist');
build(dist);
const pg = await cluster(`bench-${process.pid}`);
const env = { ...process.env, DATABASE_URL: pg.url };
const ts = (file, ...args) =>
  JSON.parse(
    execFileSync(process.execPath, ['--import', 'tsx', join(root, file), ...args], {
      cwd: root,
      env,
      encoding: 'utf8',
      maxBuffer: 1 << 26,
    })
      .trim()
      .split('\n')
      .at(-1),
  );
const at = (times, share) =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))];
const ms = (x) => `${x.toFixed(1)} ms`;
const touched = () =>
  Number(
    pg
      .psql(
        'twin_shot',
        'SELECT sum(coalesce(seq_tup_read,0) + coalesce(idx_tup_fetch,0)) FROM pg_stat_user_tables',
      )
      .stdout.trim(),
  );
/** Statistics reach the table when a backend has been idle a second: read until they stand still. */
const steady = async () => {
  for (let last = -1, same = 0; same < 4;) {
    const now = touched();
    same = now === last ? same + 1 : 0;
    last = now;
    await new Promise((resolve) => setTimeout(resolve, 400));
  }
  return touched();
};
let app;
let browser;
try {
  await finished(tsx('scripts/prepare.ts', [], { DATABASE_URL: pg.url }));
  const made = ts('scripts/bench/generate.ts', sessions);
  say(
    `\ndata: ${made.sessions} sessions, ${made.shots} shots, ${made.cavities} cavity results, ${made.readings} readings, ${made.events} events; database ${made.size}; loaded in ${made.seconds} s`,
  );
  if (onlyKept) {
    await finished(tsx('scripts/bench/kept.ts', [], { DATABASE_URL: pg.url }));
    process.exit();
  }
  const fold = ts('scripts/bench/fold.ts');
  say(`fold of ${fold.events} events: p50 ${ms(fold.p50)}, p95 ${ms(fold.p95)} (goal 15 ms)`);

  const port = await freePort();
  app = start(process.execPath, [join(root, 'scripts', 'serve.mjs'), dist], {
    env: { ...env, HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production' },
    stdio: 'ignore',
  });
  const url = `http://127.0.0.1:${port}`;
  await answers(`${url}/api/health`);
  const json = (path, body) =>
    fetch(url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }).then((r) => r.json());
  const { session } = await json('/api/sessions', {
    plan: 1,
    event: randomUUID(),
    at: Date.now(),
    by: 'bench',
  });
  const event = (kind, payload) => ({
    id: randomUUID(),
    session,
    at: Date.now(),
    by: 'bench',
    v: 1,
    kind,
    payload,
  });
  const reading = (celsius) =>
    event('reading', { target: { kind: 'cup', key: '1' }, celsius, stage: null, from: 'typed' });
  for (let i = 0; i < 6; i++)
    await json(`/api/sessions/${session}/events`, {
      events: Array.from({ length: 250 }, () => reading(163)),
    });

  const big = pg
    .psql(
      'twin_shot',
      "SELECT id FROM sessions WHERE name = 'Day 1000' OR name = 'Day 1' ORDER BY id DESC LIMIT 1",
    )
    .stdout.trim();
  const pages = [
    '/orders',
    '/orders/new',
    '/orders/1',
    '/plan',
    '/plan/1',
    '/plan/new',
    `/bench/${session}`,
    '/rack',
    '/sessions',
    `/sessions/${big}`,
    '/sessions/3',
    '/moulds',
    '/moulds/1',
    '/moulds/3',
    '/injectors',
    '/colours',
    '/shop',
  ];
  say(
    `\npage server time, 40 requests each (goal p95 40 ms)\n${'page'.padEnd(20)}${'p50'.padStart(10)}${'p95'.padStart(10)}${'rows'.padStart(10)}`,
  );
  for (const path of pages) {
    const times = [];
    for (let i = 0; i < 5; i++) await (await fetch(url + path)).text();
    const before = await steady();
    for (let i = 0; i < 40; i++) {
      const t = performance.now();
      await (await fetch(url + path)).text();
      times.push(performance.now() - t);
    }
    say(
      `${path.padEnd(20)}${ms(at(times, 0.5)).padStart(10)}${ms(at(times, 0.95)).padStart(10)}${String(Math.round(((await steady()) - before) / 40)).padStart(10)}`,
    );
  }
  const appends = [];
  const before = await steady();
  for (let i = 0; i < 300; i++) {
    const t = performance.now();
    await json(`/api/sessions/${session}/events`, {
      events: [i % 3 ? reading(160 + (i % 9)) : event('stirred', { cup: '1' })],
    });
    appends.push(performance.now() - t);
  }
  say(
    `\nevent append, 300 one by one: p50 ${ms(at(appends, 0.5))}, p95 ${ms(at(appends, 0.95))}, ${Math.round(((await steady()) - before) / 300)} rows (goal p95 20 ms)`,
  );

  const { chromium } = await import('@playwright/test');
  browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
  say('\ngzipped JavaScript a page (goal 170 kB on Bench, 110 kB elsewhere)');
  for (const path of [
    '/orders',
    '/orders/new',
    '/orders/file',
    '/plan/1',
    '/moulds/1',
    '/moulds/1/change',
    '/colours',
    '/entry/mixes/1',
    '/shop',
    '/sessions/3',
    `/bench/${session}`,
  ]) {
    const page = await browser.newPage();
    let bytes = 0;
    const reading = [];
    page.on('response', (r) => {
      if (/javascript/.test(r.headers()['content-type'] ?? ''))
        reading.push(
          r.body().then(
            (b) => (bytes += gzipSync(b).length),
            () => {},
          ),
        );
    });
    await page.goto(url + path, { waitUntil: 'load' });
    await page.waitForTimeout(500);
    await Promise.all(reading);
    say(`${path.padEnd(20)}${(bytes / 1024).toFixed(1).padStart(8)} kB`);
    await page.close();
  }
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/bench/${session}`);
  await page.locator('[data-ready]').waitFor();
  const taps = await page.evaluate(async () => {
    const times = [];
    const frame = () =>
      new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    for (let i = 0; i < 30; i++) {
      await frame();
      const waiting = new Promise((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          resolve(undefined);
        });
        watch.observe(document.querySelector('[data-seq]'), {
          attributes: true,
          childList: true,
          subtree: true,
          characterData: true,
        });
      });
      const t = performance.now();
      [...document.querySelectorAll('button')]
        .find((b) => (i % 2 ? /^Undo/ : /^Skip/).test(b.textContent ?? ''))
        ?.click();
      await waiting;
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
      times.push(performance.now() - t);
      await new Promise((resolve) => setTimeout(resolve, 150));
    }
    return times;
  });
  say(
    `\nbench tap to painted answer, session of 1,800 events: p50 ${ms(at(taps, 0.5))}, p95 ${ms(at(taps, 0.95))} (goal 50 ms)`,
  );

  const probe = await json('/api/devices', { name: 'bench probe', kind: 'thermometer' });
  await fetch(`${url}/api/devices/${probe.id}/binding`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ session, target: { kind: 'cup', key: '1' } }),
  });
  const reached = await page.evaluate(async (key) => {
    const times = [];
    for (let i = 0; i < 40; i++) {
      const value = 160 + i / 10;
      const t = performance.now();
      const seen = new Promise((resolve) => {
        const watch = new MutationObserver(() => {
          if (!document.querySelector('[data-probe]')?.textContent?.includes(value.toFixed(1)))
            return;
          watch.disconnect();
          requestAnimationFrame(() => setTimeout(resolve, 0));
        });
        watch.observe(document.body, { childList: true, subtree: true, characterData: true });
      });
      await fetch('/api/devices/readings', {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${key}` },
        body: JSON.stringify({ readings: [{ value }] }),
      });
      await seen;
      times.push(performance.now() - t);
      await new Promise((resolve) => setTimeout(resolve, 120));
    }
    return times;
  }, probe.key);
  say(
    `a probe's reading to painted on the bench: p50 ${ms(at(reached, 0.5))}, p95 ${ms(at(reached, 0.95))} (goal 200 ms)`,
  );
} finally {
  await browser?.close();
  app?.kill();
  pg.remove();
}
