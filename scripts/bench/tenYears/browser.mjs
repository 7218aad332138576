import { gzipSync } from 'node:zlib';
import { say } from '../../lib.mjs';
import { at, ms } from './times.mjs';

/** What a script of the app is part of: a worker's own, what draws every island, or the rest. */
const partOf = (url) => {
  if (/\.worker/.test(url)) return 'workers';
  return /\/(drawing|client)\.[^/]*$/.test(url) ? 'drawing' : 'own';
};

/** Notes, in a page that opens, when the newest of its islands could be touched. */
const noteTouched = () =>
  globalThis.addEventListener(
    'astro:hydrate',
    () => (globalThis.touched = performance.now()),
    true,
  );

/** Scripts the page had asked for when the last of its islands could be touched, and workers'. */
const askedFor = () =>
  performance
    .getEntriesByType('resource')
    .filter(({ startTime }) => startTime <= (globalThis.touched ?? Infinity))
    .map(({ name }) => name);

/** kB of 1,000 bytes, gzipped, of a page's scripts: all but workers', what draws, workers'. */
async function scriptsOf(browser, address) {
  const page = await browser.newPage();
  await page.addInitScript(noteTouched);
  const sizes = new Map();
  const reading = [];
  page.on('response', (response) => {
    if (/javascript/.test(response.headers()['content-type'] ?? ''))
      reading.push(
        response.body().then(
          (buffer) => sizes.set(response.url(), gzipSync(buffer).length),
          () => {},
        ),
      );
  });
  await page.goto(address, { waitUntil: 'load' });
  await page.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
  const before = new Set(await page.evaluate(askedFor));
  await Promise.all(reading);
  await page.close();
  const bytes = { own: 0, drawing: 0, workers: 0 };
  for (const [url, size] of sizes) {
    const part = partOf(url);
    if (part === 'workers' || before.has(url)) bytes[part] += size;
  }
  return [bytes.own + bytes.drawing, bytes.drawing, bytes.workers].map((part) => part / 1000);
}

/** Gzipped JavaScript a page asks for until every island of it can be touched. */
export async function scriptSizes(browser, url, session) {
  say(
    '\ngzipped JavaScript a page until it can be touched (goal 150 kB on Bench, 110 kB on a plan),',
  );
  say('of it what draws every island, and beside it what runs in workers');
  for (const path of [
    '/orders',
    '/orders/new',
    '/orders/import',
    '/plan/1',
    '/moulds/1',
    '/moulds/1/change',
    '/colours',
    '/entry/mixes/1',
    '/shop',
    '/sessions/3',
    `/bench/${session}`,
  ]) {
    const kilobytes = await scriptsOf(browser, url + path);
    say(`${path.padEnd(20)}${kilobytes.map((part) => part.toFixed(1).padStart(8)).join(' ')} kB`);
  }
}

/** Lists a maker opens, and times each is opened, the first left out. */
const LISTS = [
  ...['/', '/orders', '/plan', '/rack', '/sessions', '/yields', '/moulds', '/injectors'],
  ...['/colours', '/tubs'],
];
const OPENED = 9;
/** ms a list is looked at: what it asks for once it is painted is over before the next is opened. */
const LOOKED_AT = 1500;
/** ms in which a device has fetched what it keeps, once it may. */
const KEPT_IN = 8000;

/**
 * From asking for a list to the first of it on the screen, in a window that knows the shop and keeps
 * what it may.
 */
export async function firstPaints(browser, url) {
  say('\nfirst paint of a list (goal 200 ms on the demo shop)');
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(url, { waitUntil: 'load' });
  await page.evaluate(() => globalThis.navigator.serviceWorker.ready.then(() => {}));
  await new Promise((resolve) => setTimeout(resolve, KEPT_IN));
  for (const path of LISTS) {
    const times = [];
    for (let nth = 0; nth <= OPENED; nth++) {
      await page.goto(url + path, { waitUntil: 'load' });
      const painted = await page.evaluate(async () => {
        const seen = () => performance.getEntriesByName('first-contentful-paint')[0]?.startTime;
        while (seen() === undefined) await new Promise((resolve) => setTimeout(resolve, 5));
        return seen();
      });
      if (nth > 0) times.push(painted);
      await new Promise((resolve) => setTimeout(resolve, LOOKED_AT));
    }
    say(`${path.padEnd(20)}${ms(at(times, 0.5)).padStart(10)}${ms(at(times, 0.95)).padStart(10)}`);
  }
  await page.close();
}

/** A session's bench, ready to be touched. */
export async function openedBench(browser, url, session) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/bench/${session}`);
  await page.locator('[data-ready]').waitFor();
  return page;
}
/** Taps of a stretch of an evening. */
const TAPS = 150;

/** ms from a tap to its painted answer, so many times: a step skipped, and that taken back. */
export const tapsOn = (page, many) =>
  page.evaluate(async (many) => {
    const times = [];
    const frame = () =>
      new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    for (let i = 0; i < many; i++) {
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
      const since = performance.now();
      [...document.querySelectorAll('button')]
        .find((button) => (i % 2 ? /^Undo/ : /^Skip/).test(button.textContent ?? ''))
        ?.click();
      await waiting;
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
      times.push(performance.now() - since);
      await new Promise((resolve) => setTimeout(resolve, 150));
    }
    return times;
  }, many);

/**
 * From a tap to its painted answer, in a session of 1,800 events. Answers with the bench's page.
 */
export async function tapTimes(browser, url, session) {
  const page = await openedBench(browser, url, session);
  const [first, ...taps] = await tapsOn(page, 1 + TAPS);
  say(
    `\nbench tap to painted answer, session of 1,800 events: p50 ${ms(at(taps, 0.5))}, ` +
      `p95 ${ms(at(taps, 0.95))} of ${TAPS} (goal 50 ms); the first on opening ${ms(first)}`,
  );
  return page;
}

/** From a probe's reading to its figure on the bench. */
export async function probeTimes(page, url, json, session) {
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
      const since = performance.now();
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
      times.push(performance.now() - since);
      await new Promise((resolve) => setTimeout(resolve, 120));
    }
    return times;
  }, probe.key);
  say(
    `a probe's reading to painted on the bench: p50 ${ms(at(reached, 0.5))}, p95 ` +
      `${ms(at(reached, 0.95))} (goal 200 ms)`,
  );
}
