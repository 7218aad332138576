// npm run screenshots: a picture of every main view, from the demo data, into docs/screenshots.
import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import {
  answers,
  build,
  ensurePackages,
  finished,
  freePort,
  join,
  root,
  say,
  script,
  start,
} from './lib.mjs';
import { cluster } from './postgres.mjs';
import { CHROMIUM, ensureChromium } from './chromium.mjs';

ensurePackages();
await ensureChromium();
const dist = join(root, '.test', 'dist');
await build(dist);
const { chromium } = await import('@playwright/test');
const pg = await cluster(`shots-${process.pid}`);
const env = { ...process.env, DATABASE_URL: pg.url };
let app;
let browser;
try {
  await finished(script(dist, 'prepare', [], { DATABASE_URL: pg.url }));
  const staged = JSON.parse(
    execFileSync(process.execPath, ['--import', 'tsx', join(root, 'scripts/demo/stage.ts')], {
      cwd: root,
      env,
      encoding: 'utf8',
    })
      .trim()
      .split('\n')
      .at(-1),
  );
  const port = await freePort();
  app = start(process.execPath, [join(root, 'scripts', 'serve.mjs'), dist], {
    env: { ...env, HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production' },
    stdio: 'ignore',
  });
  const url = `http://127.0.0.1:${port}`;
  await answers(`${url}/api/health`);
  browser = await chromium.launch(CHROMIUM);
  const VIEWS = [
    ['bench', `/bench/${staged.eels}`, { wait: '[data-ends]' }],
    ['bench-tails', `/bench/${staged.tails}`],
    ['bench-triple-night', `/bench/${staged.triple}`, { ground: 'slate' }],
    ['bench-tablet', `/bench/${staged.ports}`, { width: 1024, height: 768 }],
    ['bench-phone', `/bench/${staged.eels}`, { width: 390, height: 844 }],
    ['today', '/', { wait: '[data-risks]' }],
    ['fortnight', '/plan/ahead', { wait: '[data-laid="done"]' }],
    ['composer', '/builds/new?from=laminateCore'],
    ['remelt', '/tubs'],
    ['orders', '/orders'],
    ['plan', '/plan/1'],
    ['mould', '/moulds/1'],
    ['mix', '/colours/mixes/1'],
    ['way', '/colours/ways/2'],
    ['adding', `/bench/${staged.colour}`, { keys: ['a'] }],
    ['finish', '/sessions/36'],
    ['yields', '/yields?mould=1'],
    ['why', '/yields/why?mould=1', { wait: '[data-goes-with]' }],
    ['heat', '/heat'],
  ];
  // Screens drawn in the browser alone are there when this is.
  const WAITS = {
    bench: '[data-ready]',
    plan: '[data-summary]',
    orders: 'main [data-line], main form',
  };
  const folder = process.argv[2] ?? join(root, 'docs', 'screenshots');
  mkdirSync(folder, { recursive: true });
  for (const [name, path, how = {}] of VIEWS) {
    const context = await browser.newContext({
      viewport: { width: how.width ?? 1280, height: how.height ?? 800 },
      timezoneId: 'Europe/London',
      locale: 'en-GB',
    });
    await context.addCookies([{ name: 'ground', value: how.ground ?? 'paper', url }]);
    const page = await context.newPage();
    await page.goto(url + path);
    await page.waitForLoadState('load');
    await page.evaluate(() => document.fonts.ready);
    await page.waitForFunction(() => !document.querySelector('astro-island[ssr], [data-fallback]'));
    const waits = how.wait ?? WAITS[path.split('/')[1]];
    if (waits) await page.locator(waits).first().waitFor();
    // The bench is whole when what is foreseen takes in all that was noted.
    if (path.startsWith('/bench/'))
      await page.waitForFunction(() => {
        const element = document.querySelector('[data-ready]');
        return element && element.dataset.notes === element.dataset.foreseen;
      });
    if (path.startsWith('/plan/') && !how.wait) await page.locator('[data-length]').waitFor();
    if (path.startsWith('/colours/ways/') || path.startsWith('/colours/mixes/'))
      await page.locator('[data-drawn]').waitFor();
    for (const key of how.keys ?? []) await page.keyboard.press(key);
    if (how.keys) await page.locator('[data-advised]').waitFor();
    await page.screenshot({ path: join(folder, `${name}.png`) });
    say(name);
    await context.close();
  }
} finally {
  await browser?.close();
  app?.kill();
  pg.remove();
}
