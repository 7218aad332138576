import type { Page } from '@playwright/test';
import { expect } from '@playwright/test';

/** What stands at the bench in one moment; null where the page has no such thing. */
export interface Look {
  /** the step it is at, and its sentence */
  step: string | null;
  sentence: string | null;
  /** how far its log has come */
  seq: string | null;
  /** what the main key says, and all that stands on the strip */
  says: string;
  strip: string;
  /** the key changed by itself, and waits until it is read */
  isGuarded: boolean;
  /** what is foreseen of heat takes in all that was noted */
  isForeseen: boolean;
}

/** One look at the bench: one question to the page, and all of it of one moment. */
export const look = (page: Page): Promise<Look> =>
  page.evaluate(() => {
    const at = (selector: string) => document.querySelector<HTMLElement>(selector);
    const bench = at('[data-ready]');
    return {
      step: at('[data-step]')?.dataset['step'] ?? null,
      sentence: at('[data-step]')?.textContent ?? null,
      seq: at('[data-seq]')?.dataset['seq'] ?? null,
      says: at('[data-main]')?.textContent ?? '',
      strip: at('[data-strip]')?.innerText ?? '',
      isGuarded: at('[data-main][data-guarded]') !== null,
      isForeseen: bench !== null && bench.dataset['notes'] === bench.dataset['foreseen'],
    };
  });

/** Moments between looks at a bench that is waited for, ms. */
const OFTEN = [20, 50, 100, 250];

/** Waits until a look at the bench is as it should be. */
export async function seen(
  page: Page,
  asItShould: (now: Look) => boolean | Promise<boolean>,
): Promise<Look> {
  let now: Look;
  await expect
    .poll(async () => asItShould((now = await look(page))), { intervals: OFTEN })
    .toBe(true);
  return now!;
}

/**
 * Waits until the bench has thought, and its key may be pressed: one that changed by itself is read
 * before it is pressed, which takes a hand a second and a half.
 */
export const ready = (page: Page): Promise<Look> =>
  seen(page, async ({ isGuarded, isForeseen }) => {
    // Where the page's clock is the test's own, the second and a half need not be sat out.
    if (isGuarded) await page.clock.fastForward(1600).catch(() => undefined);
    return isForeseen && !isGuarded;
  });
