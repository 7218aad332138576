import { expect, type Locator, type Page, test } from '@playwright/test';
import { begin, byKeys, byPointer, follow, type Hands, open, ownClock, settled } from './steps.ts';

/** How a maker gets at what a dialog offers: a press on it, or a key while it has the focus. */
interface Panels {
  hands: (page: Page) => Hands;
  cup: (page: Page) => Promise<void>;
  press: (on: Locator) => Promise<void>;
}
const POINTER: Panels = {
  hands: byPointer,
  cup: (page) => page.getByRole('button', { name: /What is in cup A/ }).click(),
  press: (on) => on.click(),
};
const KEYBOARD: Panels = {
  hands: byKeys,
  cup: (page) => page.keyboard.press('p'),
  press: async (on) => {
    await on.focus();
    await on.press('Enter');
  },
};

/** Takes baits nobody ordered to the bench, so many shots. */
async function forShelf(page: Page, bait: string, colourway: string, shots: number): Promise<void> {
  await ownClock(page);
  await open(page, '/plan/new');
  await page.getByRole('combobox', { name: 'Bait' }).selectOption({ label: bait });
  await page.getByRole('combobox', { name: 'Colourway' }).selectOption({ label: colourway });
  await page.getByRole('button', { name: 'Shoot it' }).click();
  await page.getByRole('textbox', { name: 'Shots', exact: true }).fill(String(shots));
  await expect(page.locator('[data-summary]')).toContainText('for the shelf');
  await begin(page);
}
/** The trail of cup A, as it stands in its panel. */
async function inCup(page: Page, panels: Panels, act: (panel: Locator) => Promise<void>) {
  await settled(page);
  await panels.cup(page);
  const panel = page.getByRole('dialog');
  await act(panel);
  await page.keyboard.press('Escape');
  await expect(panel).toBeHidden();
  await settled(page);
}
const tubGrams = async (page: Page, name: string): Promise<number> => {
  const tubs = (await (await page.request.get('/api/tubs')).json()) as {
    name: string;
    plastic: { grams: number };
  }[];
  return tubs.find((tub) => tub.name === name)?.plastic.grams ?? 0;
};

const allTubs = async (page: Page): Promise<number> =>
  ((await (await page.request.get('/api/tubs')).json()) as { plastic: { grams: number } }[]).reduce(
    (sum, { plastic }) => sum + plastic.grams,
    0,
  );

const PARTS = [
  { how: 'by pointer', panels: POINTER, colourway: 'Lamp oil', tub: 'Yellows' },
  { how: 'by keyboard', panels: KEYBOARD, colourway: 'Brackish clear', tub: 'Whites' },
];
for (const { how, panels, colourway, tub } of PARTS)
  test(`${how}: pucks and fresh to a cup, shot for the shelf, doctored, the rest pucked; a later order takes the right ones`, async ({
    page,
  }) => {
    test.setTimeout(240_000);
    const had = await tubGrams(page, tub);
    await forShelf(page, 'Culvert prawn', colourway, 3);
    // 60 g of pucks, and fresh on top of them: by two touches each.
    await inCup(page, panels, async (panel) => {
      await panels.press(panel.getByRole('button', { name: new RegExp(`^${tub},`) }));
      await panel.getByRole('textbox', { name: `Of ${tub}` }).fill('60');
      await panels.press(panel.getByRole('button', { name: 'It is in A' }));
      await panel.getByRole('textbox', { name: 'More plastisol' }).fill('190');
      await panels.press(panel.getByRole('button', { name: 'It is in', exact: true }));
      await expect(panel.getByRole('listitem')).toContainText([tub, 'plastisol']);
    });
    await expect.poll(() => tubGrams(page, tub)).toBeCloseTo(had - 60, 6);

    // Two shots in its colour; then something else goes in, and what comes after is another colour.
    const hands = panels.hands(page);
    await follow(page, hands, { until: (step) => step === 'rack' });
    await hands.main();
    await follow(page, hands, { until: (step) => step === 'rack' });
    await inCup(page, panels, async (panel) => {
      await panel.getByRole('textbox', { name: 'Something else' }).fill('Black');
      await panel.getByRole('textbox', { name: 'How much' }).fill('60 drops');
      await panels.press(panel.getByRole('button', { name: 'Add it' }));
    });
    await follow(page, hands, { until: (step) => step === 'leftover' || step === 'more' });
    // It would give more: this time the rest is pucked.
    if ((await page.locator('[data-step]').getAttribute('data-step')) === 'more')
      await panels.press(page.getByRole('button', { name: 'Skip' }));
    await follow(page, hands, { until: (step) => step === 'leftover' });
    const before = await allTubs(page);
    await follow(page, hands, { until: (step) => step === 'finish' });
    await expect.poll(() => allTubs(page)).toBeGreaterThan(before + 10);
    await hands.main();
    await expect(page.locator('[data-step="done"]')).toBeVisible();
    await settled(page);

    // An order typed afterwards is offered those in its colour, and none of the doctored.
    const { baits, colourways } = (await (
      await page.request.get('/api/catalogue')
    ).json()) as Record<'baits' | 'colourways', { id: number; spec: { name: string } }[]>;
    const idOf = (all: { id: number; spec: { name: string } }[], name: string) =>
      all.find((entry) => entry.spec.name === name)!.id;
    const customer = `Mudlark Tackle, ${how}`;
    const order = {
      customer,
      note: '',
      lines: [
        {
          name: '',
          pack: 1,
          promised: '2031-07-01',
          parts: [
            {
              bait: idOf(baits, 'Culvert prawn'),
              colourway: idOf(colourways, colourway),
              count: 200,
            },
          ],
        },
      ],
    };
    expect((await page.request.post('/api/orders', { data: order })).status()).toBe(201);
    await open(page, '/orders');
    const line = page.locator('[data-line]').filter({ hasText: customer });
    const take = line.getByRole('button', { name: /^Take \d+$/ });
    const offered = Number(/\d+/.exec((await take.innerText()) ?? '')![0]);
    // Two shots of twelve were in their colour; the third was not.
    expect(offered).toBeLessThanOrEqual(24);
    expect(offered).toBeGreaterThan(12);
    await panels.press(take);
    await expect(line).toContainText(`${offered} good and cured`);
  });
