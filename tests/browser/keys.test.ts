import { expect, test } from '@playwright/test';
import { byKeys, type Hands } from './hands.ts';
import { follow, ownClock, settled } from './steps.ts';

test('a session run by keyboard alone, with an undo, a by-eye look and marks by number and arrow', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await ownClock(page);
  await page.goto('/plan/1');
  const summary = page.locator('[data-summary]');
  await expect(summary).toContainText('for 48 promised');
  // As many as the shop's record wants for 48: seven at least.
  const shots = Number(/(\d+) shots/.exec((await summary.textContent())!)![1]);
  expect(shots).toBeGreaterThanOrEqual(7);
  await page.getByRole('button', { name: 'Start at the bench' }).focus();
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/bench\/\d+/);
  await settled(page);
  const hands = byKeys(page);
  await follow(page, hands, { until: (text) => text === 'cook' });
  await page.keyboard.press('t');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await follow(page, hands, { until: (text) => text === 'open' });
  const good = page.locator('[data-main]');
  await page.keyboard.press('2');
  await page.keyboard.press('8');
  await expect(good).toContainText('6 of 8 good');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('m');
  await expect(good).toContainText('5 of 8 good');
  await page.keyboard.press('u');
  await expect(good).toContainText('6 of 8 good');
  await page.keyboard.press('Enter');
  await follow(page, hands, { until: (text) => text === 'close' });
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys and signals of the bench' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('o');
  await expect(page.getByRole('dialog', { name: 'Another step' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('c');
  await expect(page.getByRole('dialog', { name: 'Change the session' })).toBeVisible();
  await page.keyboard.press('Escape');
  await settled(page);
  await expect(page.locator('[data-good]')).toHaveText('6');
  // The tape goes on at the bench: when it ends, what is left of it, a needle at now.
  await expect(page.locator('[data-ends]')).toContainText(/^Ends about \d\d:\d\d/);
  await page.keyboard.press('e');
  const tape = page.getByRole('dialog', { name: 'The tape' });
  await expect(tape).toContainText(/between \d\d:\d\d and \d\d:\d\d eight times in ten/);
  // A line has no width: it is there, not “visible”.
  await expect(tape.locator('[data-now]')).toHaveCount(1);
  await expect(tape.locator('[data-lane="cup"]')).toHaveCount(2);
  await page.keyboard.press('Escape');
  await expect(tape).toBeHidden();

  // A repeat shot of a dual laminate, from one hold to the next, its presses counted; readings are
  // typed by two digits where the hundred is plain.
  let presses = 0;
  const counted: Hands = {
    ...hands,
    press: async () => {
      presses += 1;
      await hands.press();
    },
    read: async (celsius) => {
      const pad = page.getByRole('dialog');
      const plain = String(celsius).slice(-2);
      await page.keyboard.type(plain);
      presses += plain.length;
      if (!(await pad.isVisible())) return;
      await page.keyboard.press('Backspace');
      await page.keyboard.press('Backspace');
      await hands.read(celsius);
      presses += plain.length + String(celsius).length + 1;
    },
  };
  await follow(page, hands, { until: (text) => text === 'hold' });
  await page.clock.fastForward('00:11');
  await expect(page.locator('[data-step="hold"]')).toHaveCount(0);
  presses = 0;
  const shot = await follow(page, counted, { until: (text) => text === 'hold' });
  test.info().annotations.push({ type: 'presses', description: `${presses}: ${shot.join(' ')}` });
  console.log(`presses of a repeat shot: ${presses} (${shot.join(' ')})`);
  // What cups want of an oven meanwhile hangs on how cold they have become, not on the shot.
  const oven = new Set(['match', 'heating', 'stir', 'cool']);
  expect(shot.filter((step) => !oven.has(step)).length).toBeLessThanOrEqual(8);

  // And on to the end of the evening: the other shots, racked, finished and counted.
  await follow(page, hands, { until: (text) => text === 'finish' });
  await expect(page.locator('[data-good]')).toHaveText(String(8 * shots - 2));
  await page.keyboard.press('Space');
  await expect(page.locator('[data-step]')).toHaveText('Finished and counted');
});
