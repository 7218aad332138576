import type { Locator, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { atMoment, noted } from './bench.ts';
import { foreseen, open, ownClock, settled } from './steps.ts';

const EELS = { bait: 'Slip eel 95', colourway: 'Bilge moss over oyster lint', count: 14 };
const seq = async (page: Page): Promise<number> =>
  Number(await page.locator('[data-seq]').getAttribute('data-seq'));

/** Pairs of words in a drawing that lie on one another by more than a hair. */
const overprinted = (drawing: Locator): Promise<string[]> =>
  drawing.evaluate((svg) => {
    const boxes = [...svg.querySelectorAll('text')].map((text) => ({
      says: text.textContent,
      box: text.getBoundingClientRect(),
    }));
    return boxes.flatMap((one, i) =>
      boxes.slice(i + 1).flatMap((two) => {
        const across =
          Math.min(one.box.right, two.box.right) - Math.max(one.box.left, two.box.left);
        const down = Math.min(one.box.bottom, two.box.bottom) - Math.max(one.box.top, two.box.top);
        // Boxes of type are taller than its letters: a quarter of a line may be air.
        return across > 1 && down > one.box.height * 0.3 ? [`${one.says} / ${two.says}`] : [];
      }),
    );
  });

test('A2 a scorched cup is said across the bench, by name, and nothing more is advised to heat it', async ({
  page,
  request,
}) => {
  const session = await atMoment(request, {
    ...EELS,
    until: (state) => [...state.cups.values()].every((cup) => cup.fused),
  });
  await page.goto(`/bench/${session}`);
  await settled(page);
  await foreseen(page);
  // However long a session's name, its head is one line.
  const head = page.locator('header').first();
  const { height } = (await head.boundingBox())!;
  await head.locator('h1').evaluate((name) => (name.textContent = 'Eels, rags, '.repeat(6)));
  expect((await head.boundingBox())!.height).toBe(height);
  await page.keyboard.press('t');
  const pad = page.getByRole('dialog');
  await pad.getByRole('button', { name: /^A\b/ }).first().click();
  await page.keyboard.type('198');
  await page.keyboard.press('Enter');
  await expect(pad).toBeHidden();
  const caution = page.locator('[data-caution="ceiling"]');
  await expect(caution).toContainText('A is 198°');
  await expect(caution).toContainText(/out of the oven, stir, air/);
  expect((await caution.boundingBox())!.width).toBeGreaterThan(1200);
  await foreseen(page);
  await expect(page.locator('[data-step]')).not.toContainText(/A \d+ s/);
  await page.keyboard.press('t');
  await pad.getByRole('button', { name: /^A\b/ }).first().click();
  await page.keyboard.type('207');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-caution="alarm"]')).toContainText(/hydrogen chloride/);
  await foreseen(page);
  await expect(page.locator('[data-step]')).not.toContainText(/A \d+ s/);
});

test(
  'C8 a key that changed under the thumb notes nothing, flashes, and means the new ' +
    'thing when it has been read',
  async ({ page, request }) => {
    const session = await atMoment(request, {
      ...EELS,
      until: (state) => state.log.some((other) => other.kind === 'opened'),
    });
    await ownClock(page);
    await page.goto(`/bench/${session}`);
    await settled(page);
    await page.clock.fastForward(2000);
    await page.clock.pauseAt(new Date(Date.now() + 60_000));
    const said = page.locator('[data-step]');
    const before = await said.textContent();
    // Another bench does what this key said: it says something else now, and not by this hand.
    await noted(request, session, { kind: 'woken', payload: { cup: '1' } } as never);
    await expect(said).not.toHaveText(before!);
    const was = await seq(page);
    await page.locator('[data-main]').click();
    await expect(page.locator('[data-main][data-refused]')).toContainText(
      'It had just changed: nothing was noted',
    );
    expect(await seq(page)).toBe(was);
    await page.clock.fastForward(1600);
    await page.locator('[data-main]').click();
    // It is sent when its answer has been seen; this clock draws nothing by itself.
    await page.clock.runFor(200);
    await expect.poll(() => seq(page)).toBeGreaterThan(was);
  },
);

test(
  'D13 no words lie on one another on any drawn mould, at its page, in its form, and ' +
    'while it is marked',
  async ({ page, request }) => {
    for (let mould = 1; mould <= 13; mould++) {
      for (const path of [`/moulds/${mould}`, `/moulds/${mould}/change`]) {
        await open(page, path);
        expect(
          await overprinted(page.locator('svg[aria-label*="cavities, TOP"]').first()),
          path,
        ).toEqual([]);
      }
    }
    const session = await atMoment(request, {
      bait: 'Sandbar dab',
      colourway: 'Rust bell',
      count: 20,
      until: (state) => [...state.moulds.values()].some((mould) => mould.phase.is === 'opened'),
    });
    await page.goto(`/bench/${session}`);
    await settled(page);
    for (const count of [3, 4, 12]) await page.locator(`[data-cavity="${count}"]`).click();
    expect(await overprinted(page.locator('svg[aria-label*="cavities, TOP"]').first())).toEqual([]);

    // Drawn across, each is marked that it comes over.
    const middle = async (on: Page, count: number) => {
      const box = (await on.locator(`[data-cavity="${count}"]`).boundingBox())!;
      return [box.x + box.width / 2, box.y + box.height / 2] as const;
    };
    await page.mouse.move(...(await middle(page, 14)));
    await page.mouse.down();
    for (const count of [15, 16]) await page.mouse.move(...(await middle(page, count)));
    await page.mouse.up();
    for (const count of [14, 15, 16])
      await expect(page.locator(`[data-cavity="${count}"]`)).toHaveAttribute('aria-label', /short/);
    await expect(page.locator('[data-main]')).toContainText('18 of 24 good');

    // Too small for a finger, they are brought nearer by the first touch and marked by the next.
    const tablet = await page
      .context()
      .browser()!
      .newContext({
        baseURL: new URL(page.url()).origin,
        hasTouch: true,
        viewport: { width: 1024, height: 768 },
      });
    const glove = await tablet.newPage();
    await glove.goto(`/bench/${session}`);
    await settled(glove);
    const small = (await glove.locator('[data-cavity="20"]').boundingBox())!;
    expect(Math.min(small.width, small.height)).toBeLessThan(44);
    await glove.touchscreen.tap(...(await middle(glove, 20)));
    await expect(glove.getByRole('button', { name: 'Whole mould' })).toBeVisible();
    await expect(glove.locator('[data-main]')).toContainText('18 of 24 good');
    const near = (await glove.locator('[data-cavity="20"]').boundingBox())!;
    expect(Math.min(near.width, near.height)).toBeGreaterThanOrEqual(60);
    await glove.touchscreen.tap(...(await middle(glove, 20)));
    await expect(glove.locator('[data-main]')).toContainText('17 of 24 good');
    await tablet.close();

    // On a phone every cavity, and what to mark it with, is on the screen over the strip, and a thumb
    // finds it.
    await page.setViewportSize({ width: 390, height: 844 });
    await page.reload();
    await settled(page);
    // When it ends is known a moment later, and moves nothing under a thumb.
    await expect(page.locator('[data-ends]')).toBeVisible();
    const strip = (await page.locator('[data-strip]').boundingBox())!.y;
    const cavities = page.locator('[data-mark]');
    await expect(cavities).toHaveCount(24);
    for (const box of await cavities.evaluateAll((all) =>
      all.map((element) => element.getBoundingClientRect().toJSON() as DOMRect),
    )) {
      expect(box.top).toBeGreaterThan(0);
      expect(box.bottom).toBeLessThanOrEqual(strip);
      expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44);
    }
    await page.getByRole('button', { name: 'bubbles' }).first().click();
    await page.locator('[data-mark="24"]').click();
    await expect(page.locator('[data-mark="24"]')).toContainText('bubbles');
  },
);

test('B7 after the finish a count is put right with its reason, the totals follow, and it is undone', async ({
  page,
  request,
}) => {
  const session = await atMoment(request, {
    ...EELS,
    until: (state) => state.phase.is === 'finished',
  });
  await open(page, `/sessions/${session}`);
  const right = page.locator('#right');
  const first = right.getByRole('button', { expanded: false }).first();
  const was = Number(/(\d+) good/.exec((await first.textContent())!)![1]);
  await first.click();
  const save = right.getByRole('button', { name: 'Save the count' });
  await expect(save).toBeDisabled();
  await right.getByLabel('Why it is put right').fill('tray knocked over');
  await right.getByLabel('Good', { exact: true }).fill(String(was - 2));
  await save.click();
  await expect(right.getByText('Saved.')).toBeVisible();
  await expect(right.getByRole('button', { expanded: false }).first()).toContainText(
    `${was - 2} good`,
  );
  await right.getByRole('button', { name: 'Undo it' }).click();
  await expect(right.getByRole('button', { expanded: false }).first()).toContainText(`${was} good`);
});
