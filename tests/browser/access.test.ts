import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { wrongOn } from './axe.ts';
import { brokenWords } from './brokenWords.ts';
import { open } from './steps.ts';

const SCREENS = [
  '/orders',
  '/orders/new',
  '/',
  '/learn',
  '/words',
  '/orders/1',
  '/orders/1/change',
  '/orders/import',
  '/plan',
  '/plan/ahead',
  '/plan/1',
  '/plan/new',
  '/bench',
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
  '/moulds/new',
  '/moulds/1/change',
  '/injectors',
  '/colours',
  '/entry/mixes/1',
  '/entry/colourways/1',
  '/entry/injectors/3',
  '/entry/baits/1',
  '/entry/vessels/new',
  '/entry/blocks/1',
  '/shop',
  '/heat',
  '/heat/learned',
  '/colours/match',
  '/colours/import',
  '/colours/ways/1',
  '/colours/ways/13/card',
  '/colours/materials',
  '/colours/mixes/1',
  '/entry/materials/4',
  '/entry/ovens/1',
  '/bench/26',
  '/builds',
  '/builds/new',
  '/builds/1',
  '/moulds/takes',
  '/moulds/castings',
  '/moulds/castings/1',
  '/moulds/9',
  '/entry/colourways/14',
  '/sessions/36',
  '/sessions/36/record',
  '/bench/43',
  '/bench/52',
  '/people',
  '/audit',
  '/machine',
  '/retired',
  '/history/mixes/1',
  '/sign-in',
  '/pair',
];

const THIRDS = [0, 1, 2].map((third) => SCREENS.filter((_, i) => i % 3 === third));
const isWide = (page: Page): Promise<boolean> =>
  page.evaluate(() => document.documentElement.scrollWidth > innerWidth + 1);
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
for (const [third, screens] of THIRDS.entries()) {
  test(
    `axe finds nothing wrong on any screen, on either ground; none is wider than a phone, breaks ` +
      `a word there, or wants what its policy of scripts and styles forbids, third ${third + 1}`,
    async ({ page }) => {
      test.setTimeout(300_000);
      const wrong: string[] = [];
      const wide: string[] = [];
      const broken: string[] = [];
      const forbidden: string[] = [];
      page.on(
        'console',
        (consoleMessage) =>
          /Content Security Policy/i.test(consoleMessage.text()) &&
          forbidden.push(`${page.url()}: ${consoleMessage.text().slice(0, 200)}`),
      );
      for (const screen of screens) {
        await page.setViewportSize(DESK);
        await open(page, screen);
        // Axe brings a script of its own: what the page itself wanted was asked for by now.
        const own = forbidden.length;
        wrong.push(...(await wrongOn(page, screen)));
        forbidden.length = own;
        await page.setViewportSize(PHONE);
        // What is drawn for a desk is drawn anew: a page that does not fit at once is opened there.
        if (await isWide(page)) await open(page, screen);
        if (await isWide(page)) wide.push(screen);
        broken.push(...(await brokenWords(page)).map((word) => `${screen}: ${word}`));
      }
      expect({ wrong, wide, broken, forbidden }).toEqual({
        ...{ wrong: [], wide: [], broken: [], forbidden: [] },
      });
    },
  );
}

test("axe finds nothing wrong in the bench's panels, on either ground", async ({ page }) => {
  const wrong: string[] = [];
  await page.goto('/bench/26');
  await expect(page.locator('[data-ready]')).toBeVisible();
  for (const key of ['t', 'a', 'x', 'o', 'c', '?']) {
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog')).toBeVisible();
    wrong.push(...(await wrongOn(page, `panel ${key}`)));
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  }
  expect(wrong).toEqual([]);
});
