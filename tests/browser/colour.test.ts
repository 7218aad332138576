import { expect, test } from '@playwright/test';
import { colourOfHex, deltaE } from '../../src/core/colour/index.ts';
import { begin, plan } from './book.ts';
import { pictured } from './picture.ts';
import { byKeys } from './hands.ts';
import { follow, open, settled, takeFrom } from './steps.ts';

/** A plain picture of stripes. */
const striped = (stripes: readonly [number, number, number][]): Promise<Buffer> =>
  pictured({ width: 200, height: 100 }, (x) => stripes[Math.floor((x * stripes.length) / 200)]!);

test(
  'a photograph evened by its white gives the colour, and the shelf a recipe for it; ' +
    'what is no picture, and what is out of reach, is said',
  async ({ page }) => {
    await open(page, '/colours/match');
    const file = page.getByLabel(/From a photograph/);
    await file.setInputFiles({
      name: 'notes.txt',
      mimeType: 'text/plain',
      buffer: Buffer.from('no'),
    });
    await expect(page.getByRole('alert')).toContainText('no picture');
    await file.setInputFiles({
      name: 'torn.png',
      mimeType: 'image/png',
      buffer: Buffer.from('torn'),
    });
    await expect(page.getByRole('alert')).toContainText('could not be opened');
    // Paper and a moss green under a warm lamp.
    await file.setInputFiles({
      name: 'bait.png',
      mimeType: 'image/png',
      buffer: await striped([
        [236, 218, 180],
        [120, 118, 60],
      ]),
    });
    const picture = page.locator('canvas');
    await expect(page.getByText('Tap the white paper.')).toBeVisible();
    await picture.click({ position: { x: 30, y: 50 } });
    await expect(page.getByText('Now tap the colour.')).toBeVisible();
    await picture.click({ position: { x: 150, y: 50 } });
    const wanted = await page.locator('[data-target]').getAttribute('data-target');
    // Less red and more blue than the picture has: the lamp is taken out.
    expect(deltaE(colourOfHex(wanted!)!, colourOfHex('#78763c')!)).toBeGreaterThan(4);
    await page.getByRole('button', { name: 'Find the doses' }).click();
    const nearest = page.locator('[data-choice="nearest"]');
    await expect(nearest).toBeVisible({ timeout: 15_000 });
    expect(Number(await nearest.locator('[data-off]').textContent())).toBeLessThan(2);
    await expect(nearest.getByText(/^\d+ dr$|tsp$/).first()).toBeVisible();
    const doses = await nearest.getByRole('listitem').count();
    await page.getByLabel(/Or write it/).fill('90 -80 80');
    await page.getByRole('button', { name: 'Find the doses' }).click();
    await expect(page.getByText('This shelf does not reach it')).toBeVisible({ timeout: 15_000 });
    await page.getByLabel(/Or write it/).fill('moss');
    await expect(page.getByText('The colour before is kept.')).toBeVisible();
    // The first is kept as a mix under a name that is free; a taken one is said.
    await page.getByLabel(/Or write it/).fill(wanted!);
    await page.getByRole('button', { name: 'Find the doses' }).click();
    await expect(nearest.locator('[data-off]')).toBeVisible({ timeout: 15_000 });
    await nearest.getByLabel('Save it as a mix called').fill('Bilge moss');
    await nearest.getByRole('button', { name: 'Save' }).click();
    await expect(nearest.getByRole('alert')).toContainText('There is a mix called');
    await nearest.getByLabel('Save it as a mix called').fill('Samphire, from a photograph');
    await nearest.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('heading', { name: 'Samphire, from a photograph' })).toBeVisible();
    await expect(
      page.getByRole('region', { name: 'What goes in' }).getByRole('listitem'),
    ).toHaveCount(doses);
  },
);

test('a mix is changed and both versions stand side by side; the first is mixed again as a third', async ({
  page,
}) => {
  await open(page, '/colours/mixes/10');
  const before = await page.locator('[data-version]').count();
  await page.getByRole('link', { name: 'Change it' }).click();
  await expect(page.locator('astro-island[ssr]')).toHaveCount(0);
  await page.getByRole('textbox', { name: 'Amount' }).nth(2).fill('31 dr');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Colourways' })).toBeVisible();
  await open(page, '/colours/mixes/10');
  await expect(page.locator('[data-version]')).toHaveCount(before + 1);
  await page.locator('[data-version="1"]').getByRole('button', { name: 'Beside it' }).click();
  const goesIn = page.getByRole('region', { name: 'What goes in' });
  await expect(goesIn.getByText('31 dr')).toBeVisible();
  await expect(goesIn.getByText('◇').first()).toBeVisible();
  // Half a cup: half the drops, whole ones.
  await goesIn.getByLabel('For a charge of').fill('118 mL');
  await expect(goesIn.getByText('15 dr', { exact: true })).toBeVisible();
  await page.locator('[data-version="1"]').getByRole('button', { name: 'Show it' }).click();
  await page.getByRole('button', { name: 'Mix version 1 from now on' }).click();
  await expect(page.locator('[data-version]')).toHaveCount(before + 2);
});

test(
  'a cup is coloured by keyboard, drop by drop, as the bench says next; the wrong flake ' +
    'is asked about; what really went in is kept, and is on the bait and its card',
  async ({ page }) => {
    test.setTimeout(150_000);
    await plan(page, 'Lifeboat Row Rods', 'Slip eel 95', 'Bilge moss over oyster lint', 8);
    await begin(page);
    await follow(page, byKeys(page), { until: (text) => text === 'colour' });
    await page.keyboard.press('a');
    const panel = page.getByRole('dialog', { name: 'What goes in' });
    const green = panel.locator('[data-rung="Green no. 2"]');
    await expect(green).toHaveAttribute('aria-pressed', 'true');
    const apart = async () => Number((await panel.locator('[data-apart]').allTextContents())[0]);
    await expect(panel.locator('[data-advised]')).toContainText(/of Green no. 2, stir, look again/);
    const far = await apart();
    // What is advised is of what is in the cup now: after each addition anew, or not at all yet.
    await page.keyboard.press('5');
    await expect(green).toContainText('5 dr');
    await expect.poll(apart).toBeLessThan(far);
    const afterFive = await apart();
    await page.keyboard.press('2');
    await expect(green).toContainText('7 dr');
    await expect.poll(apart).toBeLessThan(afterFive);
    await page.keyboard.press('u');
    await expect(green).toContainText('5 dr');
    await expect.poll(apart).toBe(afterFive);
    await page.keyboard.press('n');
    await expect(green).toContainText('9 dr');
    await expect.poll(apart).toBeLessThan(afterFive);
    await page.keyboard.press('Enter');
    await expect(green).toContainText('is in');
    await page.keyboard.press('5');
    await takeFrom(panel, 'Something else from the shelf', 'Silver flake 0.2 mm');
    const asked = panel.getByRole('alertdialog', { name: 'Another size of flake' });
    await expect(asked.getByRole('img')).toHaveAttribute(
      'aria-label',
      /0.4 mm beside Silver flake 0.2 mm 0.2 mm/,
    );
    await asked.getByRole('button', { name: 'No, Green flake 0.4 mm' }).click();
    await expect(panel.locator('[data-rung="Green flake 0.4 mm"]')).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await panel.locator('[data-rung="Green flake 0.4 mm"]').focus();
    await panel.getByRole('button', { name: /^All of it/ }).focus();
    await page.keyboard.press('Enter');
    await expect(panel.locator('[data-rung="Green flake 0.4 mm"]')).toContainText('is in');
    // An amount typed as it is said, some that nobody counted and weighed afterwards, a damp bottle.
    await green.click();
    await panel.getByLabel('Another amount of Green no. 2').fill('3 dr');
    const was = await panel.locator('[aria-label="What went in, in order"] li').count();
    await panel.getByRole('button', { name: 'Put it in' }).click();
    const trail = panel.locator('[aria-label="What went in, in order"] li');
    await expect(trail).toHaveCount(was + 1);
    await expect(trail.last()).toContainText('3 dr');
    await page.keyboard.press('Escape');
    await page.keyboard.press('a');
    await green.click();
    await page.keyboard.press('8');
    const guess = panel.locator('[data-counted="guess"]');
    await expect(guess).toContainText(/not measured.*about 25 dr|about 25 dr.*not measured/);
    await expect(panel.locator('[data-uncounted]')).toContainText('Green no. 2');
    await guess.getByRole('button', { name: 'Weighed since' }).click();
    await panel.getByLabel('What of Green no. 2 went in').fill('2 dr');
    await panel.getByRole('button', { name: 'That is it' }).click();
    await expect(guess).toHaveCount(0);
    const bottle = panel.getByRole('group', { name: 'The bottle of Green no. 2' });
    await bottle.getByRole('button', { name: 'damp' }).click();
    await expect(panel.locator('[data-bottle="damp"]')).toContainText('it makes bubbles');
    const says = await panel.locator('[data-keep]').textContent();
    await page.keyboard.press('k');
    const count = Number(/version (\d+)/.exec(says!)![1]);
    await expect(panel.locator('[data-kept]')).toContainText(`version ${count} of Bilge moss`);
    await settled(page);
    await open(page, '/colours/mixes/1');
    await expect(page.locator(`[data-version="${count}"]`)).toContainText('from cup A');
    await open(page, '/colours/materials');
    await page.getByRole('button', { name: 'The bottle of Green no. 2 is in order again' }).click();
    await expect(page.getByText('The bottle is in order again.')).toBeVisible();
    await open(page, '/colours/materials');
    await expect(page.getByText('it makes bubbles')).toHaveCount(0);
    await open(page, '/colours/mixes/1');
    const goesIn = page.getByRole('region', { name: 'What goes in' });
    await expect(goesIn).not.toContainText('26 dr');
    await open(page, '/colours/ways/1');
    await expect(page.locator('[data-way]')).toHaveAttribute('data-drawn', 'yes');
    const bait = page.getByRole('img', { name: /over light water/ });
    expect(decodeURIComponent((await bait.getAttribute('src'))!)).toMatch(
      /^data:image\/svg\+xml;charset=utf-8,<svg/,
    );
    const dose = await page
      .getByRole('listitem')
      .filter({ hasText: /^Green no\. 2/ })
      .locator('b')
      .textContent();
    await page.getByRole('link', { name: 'Colour card' }).click();
    const card = page.locator('[data-card]');
    await expect(card).toContainText(`version ${count} of`);
    expect(dose).toMatch(/^\d+ dr$/);
    await expect(card).toContainText(dose!);
    await expect(card.locator('svg[role="img"]').first()).toHaveAttribute(
      'aria-label',
      /from the side/,
    );
  },
);
