import type { Page } from '@playwright/test';
import axeCore from 'axe-core';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** What axe finds wrong on a page as it stands: of all there is to look at, or by one rule. */
async function wrong(page: Page, runOnly: axeCore.RunOnly): Promise<string[]> {
  const found = await page.evaluate(
    async (only) =>
      (
        await (window as unknown as { axe: typeof axeCore }).axe.run(document, {
          runOnly: only,
          // What passes need not be told.
          resultTypes: ['violations'],
        })
      ).violations.map(({ id, nodes }) => ({ id, many: nodes.length, first: nodes[0]!.html })),
    runOnly,
  );
  return found.map(({ id, many, first }) => `${id}, ${many} × ${first.slice(0, 120)}`);
}

/**
 * What axe finds wrong on paper; and of the colours, which alone are others, on slate. It is brought
 * to the page once: to read it anew costs as much as its look.
 */
export async function wrongOn(page: Page, where: string): Promise<string[]> {
  const ground = (name: 'paper' | 'slate') =>
    page.evaluate((to) => (document.documentElement.dataset.ground = to), name);
  await page.evaluate(axeCore.source);
  await ground('paper');
  const onPaper = await wrong(page, { type: 'tag', values: TAGS });
  await ground('slate');
  const onSlate = await wrong(page, { type: 'rule', values: ['color-contrast'] });
  await ground('paper');
  return [
    ...onPaper.map((one) => `${where}: ${one}`),
    ...onSlate.map((one) => `${where}, slate: ${one}`),
  ];
}
