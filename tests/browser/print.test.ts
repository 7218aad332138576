import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { sheetType } from '../../src/pages/sessions/[id]/_sheet.ts';

/** Sheets of paper a page is printed on. */
const printed = async (page: Page) =>
  (await page.pdf({ format: 'A4' })).toString('latin1').match(/\/Type\s*\/Page[^s]/g);

test('a pull sheet is one printed sheet, of thrice as much to lay out, too', async ({ page }) => {
  await page.addInitScript(() => (window.print = () => {}));
  await page.goto('/plan/1');
  await page.getByRole('button', { name: /pull sheet/i }).click();
  await page.evaluate(() => {
    for (const list of document.querySelectorAll('[data-sheet="pull"] ul'))
      list.append(...[0, 1].flatMap(() => [...list.children].map((one) => one.cloneNode(true))));
  });
  await page.emulateMedia({ media: 'print' });
  expect(await printed(page)).toHaveLength(1);
});

test('a batch record is one printed sheet, the fullest of the shop too', async ({ page }) => {
  const sheets = () => printed(page);
  for (const session of [17, 25, 29]) {
    await page.goto(`/sessions/${session}/record`);
    expect(await sheets(), `session ${session}`).toHaveLength(1);
  }
  // As long an evening as there are, with what its type would be.
  const { type, oneLine } = sheetType({ cups: [12, 12], shots: Array(48).fill(3), others: 1 });
  await page.goto('/sessions/17/record');
  await page.evaluate(
    ({ pt, nowrap }) => {
      const sheet = document.querySelector<HTMLElement>('.one-sheet')!;
      sheet.style.setProperty('--sheet', `${pt}pt`);
      sheet.classList.toggle('one-line', nowrap);
      const body = sheet.querySelector('[aria-label="Shots"] tbody')!;
      while (body.children.length < 48) body.append(body.lastElementChild!.cloneNode(true));
    },
    { pt: type, nowrap: oneLine },
  );
  expect(await sheets(), `48 shots in ${type} pt`).toHaveLength(1);
});
