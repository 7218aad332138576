import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import type { App } from '../api/harness.ts';
import { emptyDatabase, serve } from '../api/harness.ts';
import { wrongOn } from './axe.ts';
import { pictured } from './picture.ts';
import { byPointer } from './hands.ts';
import { follow, ownClock, settled } from './steps.ts';

/** What a newcomer has done so far: screens come to, fields filled in, presses made. */
interface Done {
  screens: number;
  fields: number;
  presses: number;
}
/** A newcomer's hands, counted. */
function counted(page: Page) {
  const done: Done = { screens: 1, fields: 0, presses: 0 };
  return {
    done,
    fill: async (label: string | RegExp, value: string) => {
      done.fields += 1;
      await page.getByRole('textbox', { name: label }).fill(value);
    },
    choose: async (label: string, option: string) => {
      done.fields += 1;
      await page.getByLabel(label).selectOption({ label: option });
    },
    press: async (name: string | RegExp) => {
      done.presses += 1;
      await page.getByRole('button', { name }).click();
    },
    screen: async (name: RegExp) => {
      done.screens += 1;
      await expect(page.getByRole('button', { name })).toHaveAttribute('aria-current', 'step');
    },
  };
}

let app: App;
test.beforeAll(async () => {
  app = await serve(await emptyDatabase('own_shop'));
});
test.afterAll(() => app.stop());

test('axe finds nothing wrong on the walk, on either ground, and it is no wider than a phone', async ({
  page,
}) => {
  await page.goto(`${app.url}/begin`);
  for (const place of ['1 Shop', '2 Oven, cups, injector', '3 Mould', '4 Colour']) {
    await page.getByRole('button', { name: place }).click();
    expect(await wrongOn(page, place)).toEqual([]);
    await page.setViewportSize({ width: 390, height: 844 });
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth + 1),
      place,
    ).toBe(true);
    await page.setViewportSize({ width: 1280, height: 800 });
  }
});

test('a bait photographed on a plain ground is the outline of the first mould', async ({
  page,
}) => {
  await page.goto(`${app.url}/begin`);
  await page.getByRole('button', { name: '3 Mould' }).click();
  await page.getByText('From a photograph, or its mesh').click();
  const field = page.getByLabel(/^Its outline from a photograph/);
  const photograph = async (at: Parameters<typeof pictured>[1]) => ({
    ...{ name: 'bait.png', mimeType: 'image/png' },
    buffer: await pictured({ width: 240, height: 120 }, at),
  });
  await field.setInputFiles(await photograph(() => [220, 215, 205]));
  await expect(page.getByText(/No bait stands out there/)).toBeVisible();
  // A wedge, deep at the right: it is turned so that its deep end is the nose.
  await field.setInputFiles(
    await photograph((x, y) =>
      x > 30 && x < 210 && Math.abs(y - 60) < (x - 30) / 6 ? [80, 60, 50] : [220, 215, 205],
    ),
  );
  await expect(page.locator('[data-outline]')).toBeVisible();
  await page.getByRole('button', { name: 'Take this outline' }).click();
  await expect(page.getByText('Its own outline is taken')).toBeVisible();
  const guess = page.getByText(/^A cavity holds/);
  const own = await guess.textContent();
  await page.getByRole('button', { name: 'Take the named outline again' }).click();
  await expect(guess).not.toHaveText(own!);
});

test('an imperial shop of one’s own, from nothing to a counted first session', async ({ page }) => {
  test.setTimeout(240_000);
  await ownClock(page);
  await page.goto(`${app.url}/`);
  await expect(page).toHaveURL(/\/begin$/);
  const hand = counted(page);
  await hand.fill('Name of your shop', 'Capstan Lane Baits');
  await hand.choose('Country', 'United States');
  await expect(page.getByText(/A shot at 329°, 1 cup.* of plastic/)).toBeVisible();
  await hand.press('Next');
  await hand.screen(/^2 Oven/);
  await hand.fill(/Microwave, power/, '1000');
  await hand.fill(/A cup holds/, '16 fl oz');
  await hand.fill('A barrel holds', '4 oz');
  // What was typed is kept on this device: the way back and forth loses nothing.
  await page.reload();
  await expect(page.getByLabel(/Microwave, power/)).toHaveValue('1000');
  await hand.press('Next');
  await hand.screen(/^3 Mould/);
  await hand.press('Sprat');
  await hand.fill('Length of a bait', '3 in');
  await hand.fill('Cavities', '2');
  await hand.press('Next');
  await hand.screen(/^4 Colour/);
  await hand.press('Blue with silver');
  await hand.fill('Shots of the first session', '2');
  await hand.press('Lay out 2 shots');
  await page.waitForURL(/\/plan\/\d+$/);
  hand.done.screens += 1;
  await expect(page.locator('[data-summary]')).toContainText('2 shots, 2 draws, 4 baits');
  await hand.press('Start at the bench');
  await page.waitForURL(/\/bench\/\d+$/);
  const { screens, fields, presses } = hand.done;
  console.log(`own shop: ${screens} screens, ${fields} fields, ${presses} presses to the bench`);
  expect(fields).toBeLessThan(12);
  expect(screens).toBeLessThan(6);
  await settled(page);
  const hands = byPointer(page, (celsius) => 32 + 1.8 * celsius);
  // The first shot's card: what a bait weighs goes into the mould, and the guess with it.
  await follow(page, hands, { until: (step) => step === 'trial' });
  await hands.main();
  const card = page.getByRole('dialog', { name: 'Trial card: Sprat 3 in' });
  await card.getByRole('textbox', { name: /^One bait weighs/ }).fill('0.3 oz');
  await card.getByRole('button', { name: 'Put it in the mould' }).click();
  await follow(page, hands, { until: (step) => step === 'more' || step === 'finish' });
  await expect(page.locator('[data-good]')).toHaveText('4');
  await follow(page, hands, { until: (step) => step === 'done' });
  await page.getByRole('link', { name: 'See what came of it' }).click();
  await expect(page.locator('main')).toContainText('4');
  await page.goto(`${app.url}/`);
  // What was left at its usual figure is said; what has been weighed since is not.
  const lookAt = page.getByRole('region', { name: 'To look at' });
  await expect(lookAt).toContainText(/materials have the usual colour/);
  await expect(lookAt).not.toContainText(/guessed from its length/);
});
