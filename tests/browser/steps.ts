import type { Page } from '@playwright/test';
import { expect } from '@playwright/test';

/** How a maker gets on at the bench: by pointer, or by keys alone. */
export interface Hands {
  main: () => Promise<void>;
  read: (celsius: number) => Promise<void>;
  cavity: (n: number) => Promise<void>;
}

/** Opens a page and waits until its islands answer. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await expect(page.locator('astro-island[ssr]')).toHaveCount(0);
}

export const stepOf = (page: Page) => page.locator('[data-step]').getAttribute('data-step');
export const settled = (page: Page) => expect(page.locator('[data-ready][data-waiting="0"]')).toBeVisible();

export const byPointer = (page: Page): Hands => ({
  main: () => page.locator('[data-main]').click(),
  read: async (celsius) => {
    const pad = page.getByRole('dialog');
    for (const digit of String(celsius)) await pad.getByRole('button', { name: digit, exact: true }).click();
    await pad.getByRole('button', { name: / is \d+ °C$/ }).click();
  },
  cavity: (n) => page.locator(`[data-cavity="${n}"]`).first().click(),
});

export const byKeys = (page: Page): Hands => ({
  main: () => page.keyboard.press('Space'),
  read: async (celsius) => {
    await page.keyboard.type(String(celsius));
    await page.keyboard.press('Enter');
  },
  cavity: (n) => page.keyboard.press(String(n)),
});

interface Follow {
  until: (step: string | null) => boolean;
  /** cavities to touch at the first marking */
  faulty?: number[];
}

/** Does what the bench says, a step at a time, waiting out countdowns on the page's own clock. */
export async function follow(page: Page, hands: Hands, { until, faulty = [] }: Follow): Promise<string[]> {
  const done: string[] = [];
  for (let i = 0; i < 400; i++) {
    const step = await stepOf(page);
    if (until(step)) return done;
    const sentence = await page.locator('[data-step]').textContent();
    done.push(step!);
    if (step === 'cook' || step === 'match') {
      await hands.main();
      await expect(page.getByRole('dialog')).toBeVisible();
      await hands.read(step === 'cook' ? 178 : 163);
      await expect(page.getByRole('dialog')).toBeHidden();
    } else if (step === 'cool') {
      await page.clock.fastForward('00:20');
      continue;
    } else {
      if (step === 'hold') await page.clock.fastForward('00:11');
      if (step === 'mark') for (const n of faulty.splice(0)) await hands.cavity(n);
      await hands.main();
    }
    await expect(page.locator('[data-step]')).not.toHaveText(sentence!);
  }
  throw new Error(`The bench never got there; it did: ${done.join(' ')}`);
}
