import { expect, test } from '@playwright/test';
import type { Snapshot } from '@/core/session/index.ts';
import { atMoment, noted } from './bench.ts';
import { freshBench, logOf, waitingIn } from './keptActs.ts';
import { AppProcess } from '../../scripts/appProcess.ts';
import { freePort } from '../../scripts/lib.mjs';
import { byPointer } from './hands.ts';
import { settled } from './steps.ts';

test('eight tabs on one bench: each opens, hears what another bench does, and the pages between go on', async ({
  page,
  context,
  request,
}) => {
  const session = await atMoment(request, {
    bait: 'Slip eel 95',
    colourway: 'Lamp oil',
    count: 8,
    until: (state) => [...state.cups.values()].some((cup) => cup.woken),
  });
  const { snapshot } = (await (await request.get(`/api/sessions/${session}`)).json()) as {
    snapshot: Snapshot;
  };
  const cup = snapshot.input.cups[0]!.id;
  const tabs = [page, ...(await Promise.all(Array.from({ length: 7 }, () => context.newPage())))];
  for (const tab of tabs) {
    await tab.goto(`/bench/${session}`, { timeout: 15_000 });
    await expect(tab.locator('[data-main]')).toBeVisible();
  }
  const before = await page.locator('[data-main]').innerText();
  await noted(request, session, { kind: 'charged', payload: { cup, grams: 90, from: 'fresh' } });
  for (const tab of tabs) await expect(tab.locator('[data-main]')).not.toHaveText(before);
  await page.goto('/orders', { timeout: 15_000 });
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
});

test('what somebody else changed meanwhile is shown beside mine, and a hand decides', async ({
  page,
  context,
  request,
}) => {
  const made = await request.post('/api/orders', {
    data: {
      customer: 'Mole End Lures',
      note: 'by post',
      lines: [
        {
          name: '',
          pack: 1,
          promised: '2031-07-01',
          parts: [{ bait: 1, colourway: 1, count: 12 }],
        },
      ],
    },
  });
  const { id } = (await made.json()) as { id: number };
  const other = await context.newPage();
  for (const tab of [page, other]) {
    await tab.goto(`/orders/${id}/change`);
    await expect(tab.getByLabel('Note')).toHaveValue('by post');
  }
  const save = (tab: typeof page) => tab.getByRole('button', { name: 'Save', exact: true }).click();
  await other.getByLabel('Note').fill('fetched on Friday');
  await save(other);
  await other.waitForURL('/orders');
  await page.getByLabel('Note').fill('by van');
  await save(page);
  const dialog = page.getByRole('dialog', { name: 'Changed meanwhile by somebody else' });
  await expect(dialog.getByRole('row', { name: 'note fetched on Friday by van' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByLabel('Note')).toHaveValue('by van');
  await expect(page.getByRole('alert')).toContainText('Somebody else changed this meanwhile');
  await save(page);
  await dialog.getByRole('button', { name: 'Save mine over it' }).click();
  await page.waitForURL('/orders');
  expect(((await (await request.get(`/api/orders/${id}`)).json()) as { note: string }).note).toBe(
    'by van',
  );
});

test('two tabs with the shop away keep each its own acts; opened again, both reach the log', async ({
  page,
  context,
  request,
}) => {
  const session = await freshBench(request);
  const before = (await logOf(request, session)).length;
  const other = await context.newPage();
  await context.route('**/api/sessions/*/events', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  for (const tab of [page, other]) {
    await tab.goto(`/bench/${session}`);
    await expect(tab.locator('[data-ready]')).toBeVisible();
  }
  // The same step pressed on both is one act; what only one of them takes back is another.
  await byPointer(page).main();
  const one = await waitingIn(page);
  expect(one).toBeGreaterThan(0);
  await byPointer(other).main();
  await expect.poll(() => waitingIn(page)).toBe(one);
  await other.keyboard.press('u');
  await expect(other.getByText('The shop’s machine is not answering')).toBeVisible();
  await expect(page.getByText('The shop’s machine is not answering')).toBeVisible();
  // One undo takes back all that one press noted.
  await expect.poll(() => waitingIn(page)).toBe(one + one);
  await page.close();
  await other.close();
  await context.unroute('**/api/sessions/*/events');
  const again = await context.newPage();
  await again.goto(`/bench/${session}`);
  await expect.poll(async () => (await logOf(request, session)).length).toBe(before + one + one);
});

test('on a full device, what the shop has not is said to be in the page alone, and leaving it is asked about', async ({
  page,
  context,
  request,
}) => {
  const session = await freshBench(request);
  await context.addInitScript(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  const events = '**/api/sessions/*/events';
  await context.route(events, (route) => route.abort());
  await page.goto(`/bench/${session}`);
  await expect(page.locator('[data-ready]')).toBeVisible();
  await byPointer(page).main();
  const said = page.getByText(/in this page alone/);
  await expect(said).toBeVisible();
  await expect(page.getByText(/kept on this bench/)).toBeHidden();
  const asked = page.waitForEvent('dialog');
  const leaving = page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await leaving;
  // Sent, it is the shop's, and nothing is asked.
  await context.unroute(events);
  await settled(page);
  await expect(said).toBeHidden();
  await page.reload();
  await expect(page.locator('[data-ready]')).toBeVisible();
});

test.describe('with pages kept on the device', () => {
  test.use({ serviceWorkers: 'allow' });
  // A process of this test's own on the same shop, so that it can truly go away, its live line with
  // it.
  let app: AppProcess;
  test.beforeAll(async () => {
    app = new AppProcess(
      process.env.TWIN_SHOT_DIST!,
      process.env.TEST_POSTGRES!.replace(/\/[^/]*$/, '/browser'),
      await freePort(),
    );
    await app.begin();
  });
  test.afterAll(() => app.stop());

  test(
    'with the shop away a bench that was open opens again, with all that was done at it, ' +
      'and is caught up after',
    async ({ page, request }) => {
      const session = await freshBench(request);
      await page.goto(`${app.url}/bench/${session}`);
      await expect(page.locator('[data-ready]')).toBeVisible();
      await expect
        .poll(() =>
          page.evaluate(async () => (await (await caches.open('twin-shot-pages')).keys()).length),
        )
        .toBe(1);
      const before = (await logOf(request, session)).length;
      // What is done from here on comes from what this device keeps, not from the page, which is kept
      // by now.
      await byPointer(page).main();
      await expect.poll(async () => (await logOf(request, session)).length).toBeGreaterThan(before);
      await settled(page);
      const stored = (await logOf(request, session)).length;
      await app.stop();
      await page.reload();
      // What it has and the kept page has not is said again when the shop is back; what is stored
      // already is stored once.
      await expect(page.locator(`[data-ready][data-waiting="${stored - before}"]`)).toBeVisible();
      await page.keyboard.press('u');
      // One undo takes back all that one press noted.
      const press = stored - before;
      await expect.poll(() => waitingIn(page)).toBe(press);
      const unsent = page.locator(`[data-ready][data-waiting="${press + press}"]`);
      await expect(unsent).toBeVisible();
      await page.reload();
      await expect(unsent).toBeVisible();
      await page.goto(`${app.url}/shop`);
      await expect(
        page.getByRole('heading', { name: 'The shop’s machine does not answer' }),
      ).toBeVisible();
      await page.getByRole('link', { name: `/bench/${session}` }).click();
      await expect(unsent).toBeVisible();
      await app.begin();
      await settled(page);
      await expect(page.getByText('The shop’s machine is not answering')).toBeHidden();
      expect((await logOf(request, session)).length).toBe(stored + press);
    },
  );
});

test('with the shop away before a panel has come the bench works on, says so, and opens it when it comes', async ({
  page,
  context,
  request,
}) => {
  const session = await freshBench(request);
  await context.route(/\/(Change|KeysPanel)\.[^/]*\.js$/, (route) => route.abort());
  await page.goto(`/bench/${session}`);
  await expect(page.locator('[data-main]')).toBeVisible();
  await page.keyboard.press('c');
  const said = page.getByText('This has not come from the shop’s machine yet');
  await expect(said).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).press('Enter');
  await expect(said).toBeHidden();
  await byPointer(page).main();
  await expect.poll(async () => (await logOf(request, session)).length).toBeGreaterThan(1);
  await page.keyboard.press('c');
  await expect(said).toBeVisible();
  await context.unroute(/\/(Change|KeysPanel)\.[^/]*\.js$/);
  await expect(page.getByRole('dialog')).toBeVisible();
  await expect(page.locator('[data-ready]')).toBeVisible();
});

test('an act is with the shop when the bench is left the moment it was pressed', async ({
  page,
  request,
}) => {
  const session = await freshBench(request);
  await page.goto(`/bench/${session}`);
  await expect(page.locator('[data-ready]')).toBeVisible();
  const before = (await logOf(request, session)).length;
  await page.locator('[data-main]').evaluate((key) => {
    (key as HTMLElement).click();
    globalThis.location.assign('/orders');
  });
  await page.waitForURL('**/orders');
  await expect.poll(async () => (await logOf(request, session)).length).toBeGreaterThan(before);
});
