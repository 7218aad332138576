import { expect, test } from '@playwright/test';

test('a shot more, a shot fewer: the plan follows, and the run sheet is that of one plan throughout', async ({
  page,
}) => {
  const wrong: string[] = [];
  page.on('pageerror', ({ message }) => wrong.push(message));
  await page.goto('/plan/1');
  const summary = page.locator('[data-summary]');
  const sheet = page.locator('[data-sheet="run"]');
  // Timed already: what comes has more draws than the times that are known.
  await expect(sheet).toHaveCount(1);
  const shots = Number(/(\d+) shots/.exec((await summary.textContent())!)![1]);
  const more = page.getByRole('button', { name: 'One shot more' });
  await more.click();
  await more.click();
  await expect(summary).toContainText(`${shots + 2} shots`);
  await page.getByRole('button', { name: 'One shot fewer' }).click();
  await expect(summary).toContainText(`${shots + 1} shots`);
  await expect(sheet).toHaveCount(1);
  expect(wrong).toEqual([]);
});
