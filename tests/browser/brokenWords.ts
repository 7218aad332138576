import type { Page } from '@playwright/test';

/**
 * Words that are seen in two lines, each with what it stands in: somebody's one long word may break,
 * a plain one may not, nor half a figure go to the next line.
 */
export const brokenWords = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const LONGEST = 24;
    const unseen = 'script, style, select, details:not([open]) > :not(summary)';
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const broken: string[] = [];
    const lines = (node: Node, from: number, to: number): number => {
      const range = document.createRange();
      range.setStart(node, from);
      range.setEnd(node, to);
      const seen = [...range.getClientRects()].filter(({ width }) => width > 0);
      return new Set(seen.map(({ top }) => Math.round(top))).size;
    };
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (!node.parentElement?.checkVisibility() || node.parentElement.closest(unseen)) continue;
      const text = node.textContent ?? '';
      if (lines(node, 0, text.length) < 2) continue;
      for (const { 0: word, index } of text.matchAll(/\S+/g)) {
        // At a stroke or a hyphen a word goes to the next line as it should.
        if (word.length > LONGEST || /[-–/+]/.test(word)) continue;
        if (lines(node, index, index + word.length) > 1)
          broken.push(`${word} in “${text.trim().slice(0, 60)}”`);
      }
    }
    return broken;
  });
