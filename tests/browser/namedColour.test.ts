import { expect, test } from '@playwright/test';
import { begin } from './book.ts';
import { byKeys } from './hands.ts';
import { follow, open, ownClock, pick, pressedOnSight, settled, takeFrom } from './steps.ts';

test('a colour nobody has named is a mix and a colourway at one touch, and what was shot of it is that', async ({
  page,
}) => {
  await ownClock(page);
  await open(page, '/plan/new');
  await pick(page, 'Bait', 'Culvert prawn');
  await pick(page, 'Colourway', 'No recipe yet');
  await page.getByRole('button', { name: 'Shoot it' }).click();
  await begin(page);
  const session = /\d+$/.exec(page.url())![0];
  await follow(page, byKeys(page), { until: (step) => step === 'colour' });
  await page.keyboard.press('a');
  const panel = page.getByRole('dialog', { name: 'What goes in' });
  const fast = pressedOnSight(page, '[data-rung="Green no. 2"][aria-pressed="true"]', '5');
  await takeFrom(panel, 'Something else from the shelf', 'Green no. 2');
  await fast;
  await expect(panel.locator('[data-rung="Green no. 2"]')).toContainText('5 dr');
  await page.keyboard.press('Escape');
  let opened = 0;
  await follow(page, byKeys(page), {
    until: (step) => {
      if (step === 'open') opened++;
      return opened > 0 && step !== 'open' && step !== 'mark';
    },
  });
  await page.keyboard.press('a');
  await panel.getByLabel('A mix of the book, by its name').fill('Slipway green');
  await panel.getByRole('button', { name: 'Save the mix' }).click();
  await expect(panel.locator('[data-keep]')).toContainText('Save as version 2', {
    timeout: 20_000,
  });
  await expect(panel.locator('[data-kept]')).toHaveText('Saved: “Slipway green”.');
  await expect(page.locator('main')).toContainText('A Slipway green');
  await page.keyboard.press('Escape');
  await settled(page);
  const ways = (await (await page.request.get('/api/catalogue/colourways')).json()) as {
    spec: { name: string };
  }[];
  expect(ways.map(({ spec }) => spec.name)).toContain('Slipway green');
  await open(page, `/sessions/${session}`);
  await expect(page.locator('main')).toContainText('Slipway green');
});
