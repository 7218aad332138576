import { expect, test } from '@playwright/test';
import type { App } from '../api/harness.ts';
import { ask, ownDatabase, serve } from '../api/harness.ts';
import { LIST_TABLES } from '@/store/models/listTables.ts';

const SCREENS = [
  '/orders',
  '/',
  '/learn',
  '/words',
  '/orders/1',
  '/orders/1/change',
  '/orders/new',
  '/orders/import',
  '/plan',
  '/plan/ahead',
  '/plan/1',
  '/plan/new',
  '/bench',
  '/bench/26',
  '/bench/43',
  '/rack',
  '/tubs',
  '/tubs/1',
  '/sessions',
  '/sessions/25',
  '/yields',
  '/yields/why',
  '/yields/faults',
  '/moulds',
  '/moulds/1',
  '/moulds/1/change',
  '/moulds/takes',
  '/moulds/castings',
  '/moulds/castings/1',
  '/injectors',
  '/colours',
  '/colours/ways/1',
  '/colours/ways/13/card',
  '/colours/materials',
  '/colours/mixes/1',
  '/colours/match',
  '/entry/mixes/1',
  '/entry/materials/4',
  '/entry/colourways/1',
  '/entry/injectors/3',
  '/entry/baits/1',
  '/builds',
  '/builds/1',
  '/shop',
  '/people',
  '/history/mixes/1',
  '/heat',
  '/heat/learned',
  '/machine',
];
let app: App;
test.beforeAll(async () => {
  app = await serve(await ownDatabase('hostile'));
});
test.afterAll(() => app.stop());

/**
 * What runs where it is taken for markup, breaks out of an attribute, and has no place to be broken
 * at a line's end.
 */
const hostile = (count: number): string =>
  `<img/src=x/onerror=ran=1>"'&{{7*7}}${'W'.repeat(17)}${count}`;
const FREE = /^(name|note|mark|text|customer|detail|describe|words|by)$/;

/** The same with every free text in it hostile. */
function spoiled(value: unknown, tell: { n: number }): unknown {
  if (Array.isArray(value)) return value.map((value) => spoiled(value, tell));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, value]) => [
      key,
      typeof value === 'string' && FREE.test(key) ? hostile((tell.n += 1)) : spoiled(value, tell),
    ]),
  );
}
async function put(path: string, what: (now: Record<string, unknown>) => unknown): Promise<number> {
  const { body, etag } = await ask('GET', `${app.url}${path}`);
  const now =
    (body as { spec?: Record<string, unknown> }).spec ?? (body as Record<string, unknown>);
  return (await ask('PUT', `${app.url}${path}`, what(now), { 'if-match': etag ?? '' })).status;
}

test('hostile words in every text of the shop: no page runs them, and none is broken at a phone’s width', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const tell = { n: 0 };
  let changed = 0;
  for (const list of LIST_TABLES) {
    const all = (await ask('GET', `${app.url}/api/catalogue/${list}`)).body as { id: number }[];
    for (const { id } of all)
      changed +=
        (await put(`/api/catalogue/${list}/${id}`, (now) => spoiled(now, tell))) === 200 ? 1 : 0;
  }
  expect(changed).toBeGreaterThan(90);
  expect(await put('/api/shop', (now) => ({ ...now, name: hostile(9001) }))).toBe(200);
  for (const id of [1, 2, 25, 26, 27]) await put(`/api/orders/${id}`, (now) => spoiled(now, tell));
  for (const id of [1, 2])
    await put(`/api/tubs/${id}`, (now) => ({ ...now, name: hostile(9100 + id).slice(0, 60) }));
  expect(
    (
      await ask('POST', `${app.url}/api/people`, {
        name: hostile(9002).slice(0, 60),
        role: 'maker',
      })
    ).status,
  ).toBe(201);
  expect(
    (
      await ask('POST', `${app.url}/api/plans`, {
        name: hostile(9003).slice(0, 80),
        day: '2031-01-01',
        input: { jobs: [], cups: [], settings: {} },
      })
    ).status,
  ).toBeLessThan(500);

  await page.setViewportSize({ width: 390, height: 844 });
  const wrong: string[] = [];
  page.on('dialog', (dialog) => {
    wrong.push(`${page.url()}: a dialog`);
    void dialog.dismiss();
  });
  for (const screen of SCREENS) {
    await page.goto(`${app.url}${screen}`);
    await expect(page.locator('astro-island[ssr], [data-fallback]')).toHaveCount(0);
    const found = await page.evaluate(() => ({
      ran: 'ran' in window,
      markup: document.querySelectorAll('img[src="x"]').length,
      wide: document.documentElement.scrollWidth - innerWidth,
    }));
    if (found.ran || found.markup > 0)
      wrong.push(`${screen}: ran ${found.ran}, ${found.markup} images`);
    if (found.wide > 1) wrong.push(`${screen}: ${found.wide} px too wide`);
  }
  expect(wrong).toEqual([]);
});
