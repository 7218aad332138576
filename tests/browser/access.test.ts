import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { open } from './steps.ts';

const SCREENS = ['/orders', '/orders/new', '/orders/1', '/orders/file', '/plan', '/plan/1', '/plan/new', '/bench', '/rack', '/sessions', '/sessions/25', '/moulds', '/moulds/1', '/moulds/new', '/moulds/1/change', '/injectors', '/colours', '/entry/mixes/1', '/entry/colourways/1', '/entry/injectors/3', '/entry/baits/1', '/entry/vessels/new', '/entry/blocks/1', '/shop', '/heat', '/heat/learned', '/colours/match', '/colours/bring-in', '/colours/ways/1', '/colours/ways/13/card', '/colours/materials', '/colours/mixes/1', '/entry/materials/4', '/entry/ovens/1', '/bench/26', '/builds', '/builds/new', '/builds/1', '/moulds/takes', '/moulds/castings', '/moulds/castings/1', '/moulds/9', '/entry/colourways/14', '/sessions/36', '/bench/43', '/bench/52'];

for (const ground of ['paper', 'slate']) {
  test(`axe finds nothing wrong on any screen, ${ground} ground`, async ({ page, context, baseURL }) => {
    test.setTimeout(300_000);
    await context.addCookies([{ name: 'ground', value: ground, url: baseURL! }]);
    const wrong: string[] = [];
    for (const screen of SCREENS) {
      await open(page, screen);
      // On the other ground only colours are others.
      const axe = new AxeBuilder({ page });
      const { violations } = await (ground === 'paper' ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']) : axe.withRules(['color-contrast'])).analyze();
      wrong.push(...violations.map((v) => `${screen}: ${v.id}, ${v.nodes.length} × ${v.nodes[0]!.html.slice(0, 120)}`));
    }
    expect(wrong).toEqual([]);
  });

  test(`axe finds nothing wrong in the bench's panels, ${ground} ground`, async ({ page, context, baseURL }) => {
    await context.addCookies([{ name: 'ground', value: ground, url: baseURL! }]);
    const wrong: string[] = [];
    await page.goto('/bench/26');
    await expect(page.locator('[data-ready]')).toBeVisible();
    for (const key of ['t', 'a', 'x', 'o', 'c', '?']) {
      await page.keyboard.press(key);
      await expect(page.getByRole('dialog')).toBeVisible();
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
      wrong.push(...violations.map((v) => `${key}: ${v.id}, ${v.nodes[0]!.html.slice(0, 120)}`));
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toBeHidden();
    }
    expect(wrong).toEqual([]);
  });
}

test('no screen is wider than a phone, and none wants what its policy of scripts and styles forbids', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const wide: string[] = [];
  const forbidden: string[] = [];
  page.on('console', (m) => /Content Security Policy/i.test(m.text()) && forbidden.push(`${page.url()}: ${m.text().slice(0, 200)}`));
  for (const screen of SCREENS) {
    await open(page, screen);
    if (await page.evaluate(() => document.documentElement.scrollWidth > innerWidth + 1)) wide.push(screen);
  }
  expect(wide).toEqual([]);
  expect(forbidden).toEqual([]);
});
