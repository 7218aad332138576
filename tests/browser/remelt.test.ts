import { expect, type Locator, type Page, test } from '@playwright/test';
import { begin } from './book.ts';
import { byKeys, byPointer, type Hands } from './hands.ts';
import { follow, open, ownClock, pick, settled } from './steps.ts';

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
  await pick(page, 'Bait', bait);
  await pick(page, 'Colourway', colourway);
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
interface Moved {
  tub: string;
  what: string;
  grams: number;
}
/** What the session in hand has moved in tubs: others melt and puck beside it. */
const movedHere = async (page: Page): Promise<Moved[]> => {
  const session = Number(/\d+$/.exec(page.url())![0]);
  const tubs = (await (await page.request.get('/api/tubs')).json()) as {
    name: string;
    moves: { what: string; grams: number; session_id: number | null }[];
  }[];
  return tubs.flatMap(({ name, moves }) =>
    moves
      .filter((move) => move.session_id === session)
      .map(({ what, grams }) => ({ tub: name, what, grams })),
  );
};
/** Waits until the session has melted, or pucked, something; answers with it. */
async function hasMoved(page: Page, what: string): Promise<Moved> {
  await expect
    .poll(async () => (await movedHere(page)).filter((move) => move.what === what).length)
    .toBeGreaterThan(0);
  return (await movedHere(page)).find((move) => move.what === what)!;
}

/** Two by hand from what is left in the cup, of a bait with an open mould. */
async function twoByHand(page: Page, panels: Panels): Promise<void> {
  await settled(page);
  await page.keyboard.press('c');
  const also = page.getByRole('region', { name: 'Also shoot' });
  await pick(also, 'Bait', 'Pier sprat');
  await also.getByRole('combobox', { name: 'Shot as' }).selectOption({ label: 'Plunger rod' });
  await also.getByRole('textbox', { name: 'Shots' }).fill('2');
  await panels.press(also.getByRole('button', { name: 'Shoot it too' }));
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await settled(page);
}
/** The next session begins its cup from a tub, and the bench says so first. */
async function beginsFrom(
  page: Page,
  panels: Panels,
  { tub, colourway }: { tub: string; colourway: string },
): Promise<void> {
  await open(page, '/plan/new');
  await pick(page, 'Bait', 'Culvert prawn');
  await pick(page, 'Colourway', colourway);
  await panels.press(page.getByRole('button', { name: 'Shoot it' }));
  await panels.press(page.getByRole('button', { name: /^Begin cup A, .* from fresh$/ }));
  const dialog = page.getByRole('dialog');
  await panels.press(dialog.getByRole('button', { name: new RegExp(`^${tub},`) }));
  await expect(dialog).toContainText('Heat left');
  await panels.press(dialog.getByRole('button', { name: 'Save' }));
  await expect(page.getByRole('table').filter({ hasText: 'Pucks, from the tubs' })).toBeVisible();
  await begin(page);
  await follow(page, panels.hands(page), { until: (step) => step === 'dose' });
  await expect(page.locator('[data-step]')).toContainText(`of ${tub} into A`);
  await panels.hands(page).main();
  expect((await hasMoved(page, 'melted')).tub).toBe(tub);
}

const PARTS = [
  { how: 'by pointer', panels: POINTER, colourway: 'Lamp oil', tub: 'Yellows' },
  { how: 'by keyboard', panels: KEYBOARD, colourway: 'Brackish clear', tub: 'Whites' },
];
for (const { how, panels, colourway, tub } of PARTS)
  test(
    `${how}: pucks and fresh to a cup, shot for the shelf, doctored, two by hand, the ` +
      `rest pucked; a later order takes the right ones, and the next session begins from the rest`,
    async ({ page }) => {
      test.setTimeout(240_000);
      await forShelf(page, 'Culvert prawn', colourway, 3);
      // 60 g of pucks, and fresh on top of them: by two touches each.
      await inCup(page, panels, async (panel) => {
        await panels.press(panel.getByRole('button', { name: new RegExp(`^${tub},`) }));
        await panel.getByRole('textbox', { name: `Of ${tub}` }).fill('60');
        await panels.press(panel.getByRole('button', { name: 'It is in A' }));
        await panel.getByRole('textbox', { name: 'More plastisol' }).fill('300');
        await panels.press(panel.getByRole('button', { name: 'It is in', exact: true }));
        await expect(panel.getByRole('listitem')).toContainText([tub, 'plastisol']);
      });
      expect(await hasMoved(page, 'melted')).toEqual({ tub, what: 'melted', grams: -60 });

      // Two shots in its colour; then something else goes in, and what comes after is another colour.
      const hands = panels.hands(page);
      for (let shot = 0; shot < 2; shot++) {
        await follow(page, hands, { until: (step) => step === 'open' });
        await hands.main();
        await settled(page);
      }
      await inCup(page, panels, async (panel) => {
        await panel.getByRole('textbox', { name: 'Something else' }).fill('Black');
        await panel.getByRole('textbox', { name: 'How much' }).fill('60 drops');
        await panels.press(panel.getByRole('button', { name: 'Add it' }));
      });
      await follow(page, hands, { until: (step) => step === 'leftover' || step === 'more' });
      // It would give more: this time the rest is pucked.
      if ((await page.locator('[data-step]').getAttribute('data-step')) === 'more')
        await panels.press(page.getByRole('button', { name: 'Skip' }));
      await twoByHand(page, panels);
      await follow(page, hands, { until: (step) => step === 'leftover' || step === 'more' });
      if ((await page.locator('[data-step]').getAttribute('data-step')) === 'more')
        await panels.press(page.getByRole('button', { name: 'Skip' }));
      await follow(page, hands, { until: (step) => step === 'leftover' });
      await follow(page, hands, { until: (step) => step === 'finish' });
      const pucked = await hasMoved(page, 'pucked');
      expect(pucked.grams).toBeGreaterThan(8);
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
      // Two shots of twelve were in their colour; the four after them were not.
      expect(offered).toBeLessThanOrEqual(24);
      expect(offered).toBeGreaterThan(12);
      await panels.press(take);
      await expect(line).toContainText(`${offered} good and cured`);
      await beginsFrom(page, panels, { tub: pucked.tub, colourway });
    },
  );

test('a tub brought in is called otherwise, deleted, and brought back; its name taken is said', async ({
  page,
}) => {
  const tub = (name: string) => page.locator(`[data-tub="${name}"]`);
  const change = async (name: string) => {
    await tub(name).getByText('Where it came from').click();
    await tub(name).getByRole('link', { name: 'Change what is said of it' }).click();
    await page.waitForURL(/\/tubs\/\d+$/);
    await expect(page.locator('astro-island[ssr]')).toHaveCount(0);
  };
  await open(page, '/tubs');
  const others = await page.locator('[data-tub]').first().getAttribute('data-tub');
  await page.getByLabel('Into the tub called').fill('Torn slate');
  await page.getByLabel('The pile weighs').fill('300');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(tub('Torn slate')).toBeVisible();
  await expect(page.locator('astro-island[ssr]')).toHaveCount(0);

  await change('Torn slate');
  await page.getByLabel('The tub is called').fill(others!);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('Another tub has that name.');
  await page.getByLabel('The tub is called').fill('Torn, sorted');
  await page.getByLabel('Salt in it').selectOption({ label: 'no' });
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(tub('Torn, sorted')).toBeVisible();
  await expect(tub('Torn slate')).toHaveCount(0);

  await change('Torn, sorted');
  await expect(page.getByLabel('Salt in it')).toHaveValue('no');
  await page.getByRole('button', { name: 'Delete the tub' }).click();
  await expect(page.getByRole('status')).toContainText('“Torn, sorted” is deleted.');
  await expect(tub('Torn, sorted')).toHaveCount(0);
  await expect(page.locator('astro-island[ssr]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring back' }).click();
  await page.waitForURL(/\/tubs\/\d+$/);
  await open(page, '/tubs');
  await expect(tub('Torn, sorted')).toContainText('300 g');
});
