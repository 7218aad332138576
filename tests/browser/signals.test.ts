import { expect, type Page, test } from '@playwright/test';
import { byPointer } from './hands.ts';
import { follow, mainSays, startDemo } from './steps.ts';

interface Given {
  tones: number[];
  buzzes: number[][];
  spoken: string[];
}
/** What a stand-in for the device's own was asked to sound and to buzz. */
const given = (page: Page): Promise<Given> =>
  page.evaluate(() => (window as unknown as { given: Given }).given);

test('a burst that is over is heard, felt and seen at its moment, by its own pattern; switched off it is not', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.addInitScript(() => {
    const given: Given = { tones: [], buzzes: [], spoken: [] };
    Object.assign(window, { given });
    class Stub {
      currentTime = 0;
      destination = {};
      resume = () => Promise.resolve();
      createGain = () => ({ gain: { value: 0 }, connect: () => undefined });
      createOscillator = () => {
        const frequency = { value: 0 };
        return {
          type: '',
          frequency,
          connect: () => undefined,
          start: () => given.tones.push(frequency.value),
          stop: () => undefined,
        };
      };
    }
    Object.assign(window, { AudioContext: Stub });
    Object.defineProperty(window, 'speechSynthesis', {
      value: {
        cancel: () => undefined,
        speak: ({ text }: { text: string }) => given.spoken.push(text),
      },
    });
    Object.assign(window, {
      SpeechSynthesisUtterance: class {
        constructor(readonly text: string) {}
      },
    });
    Object.defineProperty(navigator, 'vibrate', {
      value: (pattern: number[]) => given.buzzes.push(pattern),
    });
  });
  await startDemo(page);
  const hands = byPointer(page);
  /** To a burst that runs, and a second before its end. */
  const nearlyOver = async () => {
    await follow(page, hands, { until: (step) => step === 'heating' });
    const [, minutes, seconds] = /^(\d+):(\d\d)/.exec(await mainSays(page))!;
    await page.clock.fastForward(1000 * (60 * Number(minutes) + Number(seconds) - 3));
  };
  await nearlyOver();
  expect(await given(page)).toEqual({ tones: [], buzzes: [], spoken: [] });
  await page.clock.fastForward(4000);
  await expect(page.locator('[data-signal="burst"]')).toContainText('Burst over: ');
  // Two ovens may be over at once: each has its pattern whole.
  const first = await given(page);
  expect(first.buzzes.length).toBeGreaterThan(0);
  expect(first.buzzes).toEqual(first.buzzes.map(() => [500]));
  expect(first.tones).toEqual(first.buzzes.flatMap(() => [990, 1980]));

  // The sentence is said at a key, as it stands; letters are large where they are to be read from afar.
  const sentence = page.locator('[data-step]');
  const size = () => sentence.evaluate((text) => parseFloat(getComputedStyle(text).fontSize));
  const usual = await size();
  await page.keyboard.press('s');
  expect((await given(page)).spoken).toEqual([await sentence.textContent()]);

  // On this device neither sound nor flash any more: the next is felt alone.
  await page.keyboard.press('?');
  const ways = page.getByRole('region', { name: 'On this device' });
  await ways.getByRole('checkbox', { name: 'Sound' }).uncheck();
  await ways.getByRole('checkbox', { name: 'Flash' }).uncheck();
  await ways.getByRole('checkbox', { name: /^Large letters/ }).check();
  await page.keyboard.press('Escape');
  await page.clock.fastForward(10_000);
  await expect.poll(size).toBeGreaterThan(1.5 * usual);
  await expect(page.locator('[data-signal]')).toHaveCount(0);
  await nearlyOver();
  await page.clock.fastForward(4000);
  await expect
    .poll(async () => (await given(page)).buzzes.length)
    .toBeGreaterThan(first.buzzes.length);
  expect((await given(page)).tones).toEqual(first.tones);
  await expect(page.locator('[data-signal]')).toHaveCount(0);
});
