import { expect, test } from '@playwright/test';
import { order } from './book.ts';
import { open, pick } from './steps.ts';

test(
  'the book is laid over the fortnight, a day holds what a hand puts there, a day ' +
    'becomes a plan; and anything is found by its name',
  async ({ page }) => {
    // A line of this test's own: others take the demo's to the bench meanwhile.
    const promised = new Date(Date.now() + 12 * 86_400_000).toISOString().slice(0, 10);
    const own = { bait: 'Slip eel 95', colourway: 'Lamp oil' };
    await order(page, { ...own, customer: 'Undertow Rods', count: 24, promised });
    const named = `${own.bait}, ${own.colourway}`;
    await open(page, '/plan/ahead');
    const laid = page.locator('[data-laid="done"]');
    await expect(laid).toContainText(/\d+ sessions?, \d+ min at the bench/, { timeout: 30_000 });
    await expect(page.getByRole('region', { name: 'Promises' })).toContainText(/cured/);
    const days = page.locator('[data-day]');
    const piece = page.getByRole('button', { name: new RegExp(`^Take ${named}`) });
    const first = await days.filter({ has: piece }).getAttribute('data-day');
    const another = days.filter({ hasNot: piece }).nth(2);
    const later = await another.getAttribute('data-day');
    const laterSaid = await another.getAttribute('aria-label');
    const on = (day: string | null) =>
      page
        .locator(`[data-day="${day}"]`)
        .getByRole('button', { name: new RegExp(`^Take ${named}`) });
    await page.getByRole('combobox', { name: new RegExp(`^Day for ${named}`) }).selectOption(later);
    await expect(on(later)).toBeVisible({ timeout: 30_000 });
    await expect(on(first)).toHaveCount(0);
    // What a hand put there stays there when the page is opened again.
    await page.reload();
    await expect(on(later)).toBeVisible({ timeout: 30_000 });
    await expect(laid).toBeVisible({ timeout: 30_000 });
    // Taken by keys from day to day, parted in two, and all of it taken back.
    await on(later).focus();
    await page.keyboard.press('Space');
    const said = page.locator('[id^="DndLiveRegion"]');
    await expect(said).toHaveText(new RegExp(`^Over ${laterSaid}`));
    await page.keyboard.press('ArrowUp');
    await expect(said).not.toHaveText(new RegExp(`^Over ${laterSaid}`));
    // Both days are timed again before it is put down.
    await expect(page.locator(`[data-moved="${later}"]`)).toContainText(
      /It would end about|Nothing would be left here/,
    );
    await expect(page.locator('[data-moved]')).toHaveCount(2);
    await page.keyboard.press('Space');
    await expect(on(later)).toHaveCount(0, { timeout: 30_000 });
    const split = page.getByRole('button', { name: new RegExp(`^Split ${named}`) });
    await split.click();
    await split.click();
    await expect(piece).toHaveCount(2, { timeout: 30_000 });
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(on(later)).toHaveCount(1, { timeout: 30_000 });
    await expect(laid).toBeVisible({ timeout: 30_000 });
    // Taken on the tape itself, by the strips of its mould, and put on another day.
    await page.setViewportSize({ width: 1280, height: 3600 });
    const strips = page
      .locator(`[data-day="${later}"] [data-grip]`)
      .filter({ hasText: named })
      .first();
    const middleOf = async (of: typeof strips): Promise<[number, number]> => {
      const { x, y, width, height } = (await of.boundingBox())!;
      return [x + width / 2, y + height / 2];
    };
    const [x, y] = await middleOf(strips);
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 10, y + 10);
    await expect(page.locator('[data-in-hand]')).toHaveText(named);
    await page.mouse.move(...(await middleOf(page.locator(`[data-day="${first}"] h2`))));
    await expect(page.locator(`[data-moved="${first}"]`)).toContainText('It would end about');
    await expect(strips).toBeVisible();
    await page.mouse.up();
    await expect(on(first)).toBeVisible({ timeout: 30_000 });
    await expect(on(later)).toHaveCount(0);
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(on(later)).toHaveCount(1, { timeout: 30_000 });
    await expect(laid).toBeVisible({ timeout: 30_000 });
    // Shot in the other of its moulds, if a hand says so.
    await page.getByRole('button', { name: `Shoot ${named} otherwise` }).click();
    const workers = page.workers().filter((worker) => worker.url().includes('ahead.worker'));
    const left = Promise.race(workers.map((worker) => worker.waitForEvent('close')));
    await page
      .getByRole('group', { name: `How ${named} is shot` })
      .getByLabel('In the mould')
      .selectOption('Slip eel 95, second');
    await expect(page.locator(`[data-day="${later}"] figure`)).toContainText(
      'Slip eel 95, second',
      { timeout: 30_000 },
    );
    await expect(laid).toBeVisible({ timeout: 30_000 });
    // Nobody waits for what was being worked out for the book as it was.
    await left;
    // What limits it, how much better it could be laid, and what another mould would change, beside it.
    await expect(page.locator('[data-bound]')).toContainText(
      /\d+ min\. All ways .*, those you hold where they are, .* none is likely better by more than 2 in 100 /,
      { timeout: 30_000 },
    );
    const help = page.locator('[data-try^="A second"]');
    await expect(help).toContainText(/less|more|changes nothing/, { timeout: 30_000 });
    await help.getByRole('button').click();
    await expect(page.locator('[data-beside]')).toContainText(/What moves|same days/);
    // Somebody asks on the telephone.
    const enquiry = page.getByRole('region', { name: 'Could they have it?' });
    await pick(enquiry, 'Bait', 'Withy rag');
    await pick(enquiry, 'Colourway', 'Rust bell');
    await enquiry.getByRole('button', { name: 'When could it be?' }).click();
    await expect(enquiry.locator('[data-enquiry="answered"]')).toContainText(/\d+ %/, {
      timeout: 30_000,
    });
    await page
      .locator(`[data-day="${later}"]`)
      .getByRole('button', { name: 'Make it a plan' })
      .click();
    await page.waitForURL(/\/plan\/\d+$/);
    await expect(page.locator('[data-summary]')).toContainText('promised');
    await expect(page.locator('figure').first()).toContainText('Slip eel 95, second');
    // The day has its plan now: made anew it is the same one, and deleted it can be brought back.
    const plan = new URL(page.url()).pathname;
    await open(page, '/plan/ahead');
    const ready = page.locator(`[data-day="${later}"]`);
    await expect(ready.getByRole('link', { name: 'Its plan' })).toHaveAttribute('href', plan, {
      timeout: 30_000,
    });
    await ready.getByRole('button', { name: 'Make it anew' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Make it anew' }).click();
    await page.waitForURL(plan);
    await page.getByRole('button', { name: 'Delete the plan' }).click();
    await page.waitForURL(/deleted=/);
    await expect(page.locator(`a[href="${plan}"]`)).toHaveCount(0);
    await page.getByRole('button', { name: 'Bring back' }).click();
    await page.waitForURL(plan);
    await expect(page.locator('[data-summary]')).toContainText('promised');

    // By a key of any page, by words in any order, and gone to by keys alone; on a slow device no
    // letter is lost between the page and the field.
    const device = await page.context().newCDPSession(page);
    await device.send('Emulation.setCPUThrottlingRate', { rate: 8 });
    await page.keyboard.press('/');
    const find = page.getByRole('dialog', { name: 'Find' });
    await page.keyboard.type('lint moss', { delay: 20 });
    await expect(find.getByRole('combobox')).toHaveValue('lint moss');
    await device.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    await expect(find.getByRole('option', { name: /^Bilge moss over oyster lint/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(find).toBeHidden();
    await page.keyboard.press('/');
    await page.keyboard.type('breakwater');
    await expect(find.getByRole('option', { name: /^Breakwater Tackle/ }).first()).toBeVisible();
    await page.keyboard.press('Enter');
    await page.waitForURL(/\/orders\/\d+$/);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Breakwater Tackle');
  },
);

test('a promise that cannot be kept says so in the book and on Today', async ({ page }) => {
  const today = new Date().toISOString().slice(0, 10);
  await order(page, {
    ...{ customer: 'Undertow Rods', bait: 'Sandbar dab', colourway: 'Lamp oil' },
    ...{ count: 24, promised: today },
  });
  await open(page, '/');
  const risks = page.getByRole('region', { name: 'Promises at risk' });
  await expect(risks).toContainText(/Undertow Rods.*(too late|in time \d+ in 100|not laid)/, {
    timeout: 30_000,
  });
  await open(page, '/orders');
  const line = page.locator('[data-line]').filter({ hasText: 'Undertow Rods' });
  await expect(line.locator('[data-risk]')).toContainText(/too late|in time \d+ in 100|not laid/, {
    timeout: 30_000,
  });
  await line.locator('[data-risk]').click();
  await page.waitForURL(/\/plan\/ahead$/);
});
