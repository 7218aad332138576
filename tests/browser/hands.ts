import type { Page } from '@playwright/test';
import { expect } from '@playwright/test';

/** How a maker gets on at the bench: by pointer, by keys alone, by a pedal. */
export interface Hands {
  /** presses the main key, whatever it says by now */
  press: () => Promise<void>;
  /** the same, once it may be pressed */
  main: () => Promise<void>;
  read: (celsius: number) => Promise<void>;
  cavity: (count: number) => Promise<void>;
}

/** A key that changed by itself is read before it is pressed: a hand takes a second and a half. */
export async function unguarded(page: Page): Promise<void> {
  const guarded = page.locator('[data-main][data-guarded]');
  // Where the page's clock is the test's own, the second and a half need not be sat out.
  if ((await guarded.count()) > 0) await page.clock.fastForward(1600).catch(() => undefined);
  await expect(guarded).toHaveCount(0);
}

const mainBy = (page: Page, press: () => Promise<void>): Pick<Hands, 'press' | 'main'> => ({
  press,
  main: async () => {
    await unguarded(page);
    await press();
  },
});

/** @param shown what the shop's own thermometer shows of °C */
export const byPointer = (page: Page, shown = (celsius: number) => celsius): Hands => ({
  ...mainBy(page, () => page.locator('[data-main]').click()),
  read: async (celsius) => {
    const pad = page.getByRole('dialog');
    for (const digit of String(Math.round(shown(celsius))))
      await pad.getByRole('button', { name: digit, exact: true }).click();
    // Digits that are plain are taken by themselves.
    if (await pad.isVisible()) await pad.getByRole('button', { name: / is \d+ °[CF]$/ }).click();
  },
  cavity: (count) => page.locator(`[data-cavity="${count}"]`).first().click(),
});

export const byKeys = (page: Page): Hands => ({
  ...mainBy(page, () => page.keyboard.press('Space')),
  read: async (celsius) => {
    await page.keyboard.type(String(celsius));
    if (await page.getByRole('dialog').isVisible()) await page.keyboard.press('Enter');
  },
  cavity: (count) => page.keyboard.press(String(count)),
});

/** A heat that keys 1 to 9 can write, as near to one as there is. */
const withoutNoughts = (celsius: number): number =>
  String(celsius).includes('0') ? withoutNoughts(celsius + 1) : celsius;
/** With the pedal, which presses Space, and the keys 1 to 9: nothing else is within reach. */
export const byPedal = (page: Page): Hands => ({
  ...byKeys(page),
  read: async (celsius) => {
    await page.keyboard.type(String(withoutNoughts(Math.round(celsius))));
    if (await page.getByRole('dialog').isVisible()) await page.keyboard.press('Space');
  },
});
