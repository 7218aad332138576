import { expect, test } from '@playwright/test';
import { plan } from './book.ts';
import { open } from './steps.ts';

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

test('what of the book changed since a plan was kept stands on it, and is taken over at one touch', async ({
  page,
}) => {
  // In a colour no other test shoots: what lies on the shelf is not left to shoot.
  await plan(page, 'Groyne Street Bait', 'Staithe sprat', 'Cockle blush', 24);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.waitForURL(/\/plan\/\d+$/);
  const at = new URL(page.url()).pathname;
  const said = page.getByRole('region', { name: 'The book has changed' });
  const takeOver = page.getByRole('button', { name: 'Plan what the book wants now' });
  await open(page, at);
  await expect(page.locator('[data-summary]')).toContainText('for 24 promised');
  await expect(said).toHaveCount(0);

  // Fewer are wanted, and sooner.
  const found = (await (await page.request.get('/api/find?q=Groyne Street')).json()) as {
    href: string;
  }[];
  const order = `/api${found[0]!.href}`;
  const seen = async () => (await page.request.get(order)).headers().etag!;
  const written = (await (await page.request.get(order)).json()) as {
    lines: { promised: string; parts: { count: number }[] }[];
  };
  written.lines[0]!.parts[0]!.count = 12;
  written.lines[0]!.promised = '2031-05-20';
  const headers = { 'if-match': await seen() };
  expect((await page.request.put(order, { data: written, headers })).status()).toBe(200);
  await open(page, at);
  await expect(said).toContainText(
    'Staithe sprat, Cockle blush for Groyne Street Bait: 12 left to shoot, 24 planned; ' +
      'promised for Tue 20 May now, not Sun 1 Jun.',
  );
  await takeOver.click();
  await expect(said).toHaveCount(0);
  await expect(page.locator('[data-summary]')).toContainText('for 12 promised');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();

  // The order is deleted: nobody shoots for it without being told.
  expect(
    (await page.request.delete(order, { headers: { 'if-match': await seen() } })).status(),
  ).toBe(200);
  await open(page, '/plan');
  const own = page.getByRole('listitem').filter({ has: page.locator(`a[href="${at}"]`) });
  await expect(own).toContainText('the book has changed since');
  await open(page, at);
  await expect(said).toContainText('not in the book any more, 12 planned.');
  await takeOver.click();
  await expect(page.locator('[data-remark="nothing"]')).toBeVisible();
});
