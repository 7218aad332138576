import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { pullType } from '../../src/islands/plan/pullType.ts';
import { runType } from '../../src/islands/plan/runType.ts';
import { sheetType } from '../../src/pages/sessions/[id]/_sheet.ts';

/** Sheets of paper a page is printed on, of either size. */
async function printed(page: Page, ready: () => Promise<void> = () => Promise.resolve()) {
  const sheets = [];
  for (const format of ['A4', 'Letter']) {
    await ready();
    const paper = (await page.pdf({ format })).toString('latin1');
    sheets.push(paper.match(/\/Type\s*\/Page[^s]/g)?.length);
  }
  return sheets;
}
const ONE = [1, 1];

test('a pull sheet is one printed sheet, of thrice and five times as much to lay out, too', async ({
  page,
}) => {
  await page.addInitScript(() => (window.print = () => {}));
  for (const times of [1, 3, 5]) {
    await page.goto('/plan/1');
    const print = page.getByRole('button', { name: /pull sheet/i });
    await print.waitFor();
    const sheet = await page.evaluate((times) => {
      for (const list of document.querySelectorAll('[data-sheet="pull"] ul'))
        for (const one of [...list.children])
          for (let more = 1; more < times; more++) list.append(one.cloneNode(true));
      return [...document.querySelectorAll('[data-sheet="pull"] li')].map((row) => ({
        what: row.querySelector('span')!.firstChild!.textContent ?? '',
        note: row.querySelector('.hint')?.textContent ?? undefined,
        amount: row.querySelector('b')!.textContent ?? '',
        group: row.closest('section')!.querySelector('h3')!.textContent as 'Tools',
      }));
    }, times);
    await page.evaluate((type) => {
      const pull = document.querySelector<HTMLElement>('[data-sheet="pull"]')!;
      pull.style.setProperty('--sheet', `${type}pt`);
    }, pullType(sheet));
    // What is printed is put back after each.
    const sheets = await printed(page, () => print.click());
    expect(sheets, `${sheet.length} to lay out in ${pullType(sheet)} pt`).toEqual(ONE);
  }
});

test('a run sheet is one printed sheet, of three and six times as many lines, too', async ({
  page,
}) => {
  await page.addInitScript(() => (window.print = () => {}));
  for (const times of [1, 3, 6]) {
    await page.goto('/plan/1');
    const print = page.getByRole('button', { name: 'Print the run sheet' });
    await print.waitFor();
    const [rows, last] = await page.evaluate((times) => {
      const body = document.querySelector('[data-sheet="run"] tbody')!;
      const own = [...body.children];
      for (let more = 1; more < times; more++)
        body.append(...own.map((row) => row.cloneNode(true)));
      const letters = [...body.children].map((row) =>
        [1, 2].map((cell) => String(row.children[cell]!.textContent).length),
      );
      return [letters, document.querySelectorAll('[data-sheet="run"] li').length];
    }, times);
    const type = runType(rows, last);
    await page.evaluate((type) => {
      const run = document.querySelector<HTMLElement>('[data-sheet="run"]')!;
      run.style.setProperty('--sheet', `${type}pt`);
    }, type);
    const sheets = await printed(page, () => print.click());
    expect(sheets, `${rows.length} lines in ${type} pt`).toEqual(ONE);
  }
});

test('a batch record is one printed sheet, the fullest of the shop too', async ({ page }) => {
  for (const session of [5, 11, 17, 23, 25, 29]) {
    await page.goto(`/sessions/${session}/record`);
    expect(await printed(page), `session ${session}`).toEqual(ONE);
  }
  // As long an evening as there are, with what its type would be.
  const trail = Array<number>(12).fill(44);
  const { type, oneLine } = sheetType({
    cups: [trail, trail],
    shots: Array(48).fill([24, 36, 52, 9, 36]),
    others: 1,
  });
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
  expect(await printed(page), `48 shots in ${type} pt`).toEqual(ONE);
});
