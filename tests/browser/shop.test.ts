import { expect, test } from '@playwright/test';
import { atMoment } from './bench.ts';
import { open, settled } from './steps.ts';

/** A picture of one point. */
const DOT =
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

test('the shop in °F and cups: figures are shown in them, and mean the same', async ({ page }) => {
  await open(page, '/shop');
  const from = page.getByRole('textbox', { name: 'Window from' });
  await expect(from).toHaveValue('158 °C');
  await page.getByText('°F', { exact: true }).click();
  await expect(from).toHaveValue('316.4 °F');
  await page.getByText('cups', { exact: true }).click();
  // Typed in another unit it is said back in the shop's own, and never changed silently.
  await from.fill('160 °C');
  await expect(page.getByText('= 320.0 °F')).toBeVisible();
  await from.fill('hot');
  await expect(page.getByText('does not read as a temperature')).toBeVisible();
  await expect(from).toHaveValue('hot');
  // What an instrument showed when it was checked moves what is reckoned of it, at once.
  const reckoned = page.locator('[data-instrument]');
  await expect(reckoned).toContainText('Not checked');
  await page.getByRole('textbox', { name: 'Checked, it showed' }).fill('205');
  await expect(reckoned).not.toContainText('Not checked');
  await expect(reckoned).toContainText(/reckoned to read \d+° low, ± \d+°/);
  await from.fill('40 dr');
  await expect(page.getByText('is drops; this wants a temperature')).toBeVisible();
});

test('a new mould is drawn as it is described, weighed, and kept; a second of its name is refused', async ({
  page,
}) => {
  await open(page, '/moulds/new');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Mole eel 80');
  await page.getByRole('textbox', { name: 'How many', exact: true }).fill('6');
  await page.getByRole('textbox', { name: 'In rows' }).fill('2');
  await expect(page.getByRole('img', { name: /Mole eel 80: 6 cavities/ })).toBeVisible();
  await expect(page.getByText('only a guess')).toBeVisible();
  // Six in two rows do not fit so short a mould: said at once, refused when saved all the same, and
  // gone when it is as long as it is.
  await expect(page.getByText(/lie in one another/)).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: /lie in one another/ })).toBeVisible();
  await page.getByRole('textbox', { name: 'Length as it lies' }).fill('360 mm');
  await expect(page.getByText(/lie in one another/)).toHaveCount(1);
  await page.getByRole('combobox', { name: 'Volume by' }).selectOption('bait');
  // The length it was guessed from does not become grams: the guess, weighed.
  await expect(page.getByRole('textbox', { name: 'One bait weighs' })).not.toHaveValue(/^95/);
  await page.getByRole('textbox', { name: 'One bait weighs' }).fill('5 g');
  await expect(page.getByText('One cavity holds 5.17 mL, measured')).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Mole eel 80' })).toBeVisible();
  await open(page, '/moulds/new');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('mole eel 80');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('There is a mould called “mole eel 80” already')).toBeVisible();
});

test('a mix with a new ingredient typed by drops and by spoon, and a colourway of it', async ({
  page,
}) => {
  await open(page, '/entry/mixes/new');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Wet pebble');
  await page.getByRole('button', { name: 'Another ingredient' }).click();
  await page.getByRole('combobox', { name: 'Ingredient' }).nth(1).fill('Grey');
  await expect(page.getByText('“Grey” is not on the shelf. New material?')).toBeVisible();
  // A spoon half typed is no count of drops: nothing is saved until it is understood, and the
  // typing stays.
  const amount = page.getByRole('textbox', { name: 'Amount' }).nth(1);
  await amount.fill('1/16 ts');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(
    page.getByText('“1/16 ts” in “Amount” is not understood, so nothing was saved'),
  ).toBeVisible();
  await expect(amount).toHaveValue('1/16 ts');
  await amount.fill('3/4 of 1/16 tsp');
  await expect(amount).toHaveValue('3/4 of 1/16 tsp');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Wet pebble' })).toBeVisible();
  await open(page, '/entry/colourways/new');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Wet pebble over chalk');
  await page
    .getByRole('combobox', { name: 'Back, over TOP' })
    .selectOption({ label: 'Wet pebble' });
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Wet pebble over no mix for the belly')).toBeVisible();
});

test('cured baits are packed and sent from the book', async ({ page }) => {
  await open(page, '/orders');
  const line = page.locator('[data-line]').filter({ hasText: 'good and cured' }).first();
  await line.getByRole('button', { name: /^Pack \d+$/ }).click();
  await expect(line).toContainText('packed');
  await line.getByRole('button', { name: /^Send \d+$/ }).click();
  await expect(line).toContainText('sent');
  await page.reload();
  await expect(page.locator('[data-line]').filter({ hasText: / sent/ }).first()).toBeVisible();
});

test('a file is looked over row by row before anything is taken', async ({ page }) => {
  await open(page, '/orders/import');
  await page
    .getByLabel('Or paste rows here')
    .fill(
      'purchaser,bait,colourway,count,promised\nGroyne Shop,Slip eel 95,Rust bell over lamp ' +
        'oil,24,2/4/2031\nGroyne Shop,Slip eal,Rust bell,ten,2031-04-31',
    );
  await page.getByRole('button', { name: 'Look it over' }).click();
  const which = page.getByRole('region', { name: 'Which column is which' });
  await expect(which).toContainText('Say under which heading stands: customer.');
  await which.getByLabel('customer').selectOption('purchaser');
  await expect(page.getByRole('heading', { name: '1 of 2 rows can be taken' })).toBeVisible();
  await expect(page.getByText('no bait is called “Slip eal”')).toBeVisible();
  await page.getByRole('button', { name: 'Import the good row' }).click();
  await expect(page.getByText('Rows taken: 1, in orders: 1; 1 left out.')).toBeVisible();
  await page.getByRole('link', { name: 'To the book' }).click();
  await expect(page.locator('[data-line]').filter({ hasText: 'Groyne Shop' })).toContainText('24');
});

test('yields are cut by mould, and a session is gone to from its point, by keys', async ({
  page,
}) => {
  await open(page, '/yields');
  await expect(page.getByRole('group', { name: /^Not good by session/ })).toBeVisible();
  await page.getByRole('combobox', { name: 'Mould' }).selectOption('Slip eel 95, long mould');
  await page.getByRole('button', { name: 'Show' }).press('Enter');
  await page.waitForURL(/mould=\d+/);
  const point = page.locator('svg a').first();
  const name = (await point.getAttribute('aria-label'))!.replace(/, \d+ % not good$/, '');
  await point.focus();
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/sessions\/\d+$/);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name);
  // From the session to its record, a shot's cup, what went into it, the act it began with, and back.
  await page.getByRole('link', { name: 'Batch record' }).press('Enter');
  await page.waitForURL(/\/record$/);
  const shots = page.getByRole('region', { name: 'Table of shots' });
  await shots
    .getByRole('link', { name: /^Trail of cup/ })
    .first()
    .press('Enter');
  await page.waitForURL(/#cup-[A-Z]$/);
  const trail = page.getByRole('region', { name: 'Cups' });
  await trail.getByRole('link').first().press('Enter');
  const act = new URL(page.url()).hash.slice(1);
  await expect(page.locator(`[id="${act}"]`)).toBeVisible();
  for (let back = 0; back < 4; back++) await page.goBack();
  await page.waitForURL(/\/yields\?/);
});

test('why is asked of a mould, by keys: what goes with its faults, and how it is best set', async ({
  page,
}) => {
  await open(page, '/yields');
  await page.getByRole('combobox', { name: 'Mould' }).selectOption('Slip eel 95, long mould');
  await page.getByRole('button', { name: 'Show' }).press('Enter');
  await page.getByRole('link', { name: 'Why, and what to try' }).press('Enter');
  const bubbles = page.getByRole('region', { name: 'Bubbles' });
  await expect(bubbles.locator('[data-goes-with="damp"]')).toContainText('times as many');
  await expect(page.getByRole('region', { name: 'Its own settings' })).toContainText('Best from');
  await expect(page.getByRole('region', { name: 'What to try next' })).toBeVisible();
});

test('what went bad is seen to from Today, with what was found, and stands with its mould', async ({
  page,
}) => {
  await open(page, '/');
  const says = page.getByRole('button', { name: /^Seen to: Cavity 6 of Slip eel 95/ });
  await says.focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Seen to' });
  await dialog.getByLabel('What was found').fill('The vent was full of an old skin');
  await page.keyboard.press('Enter');
  await expect(says).toHaveCount(0);
  await open(page, '/yields?mould=1');
  await expect(page.getByRole('region', { name: 'Seen to' })).toContainText(
    'The vent was full of an old skin',
  );
});

test('a photograph of a fault is kept with its cavity, and stands beside the next at the bench too', async ({
  page,
  request,
}) => {
  await open(page, '/yields/faults');
  const fault = page.locator('[data-fault="dent"]');
  await fault.getByText('Keep a photograph').click();
  await fault.getByLabel('Mould').selectOption('Slip eel 95, long mould');
  await fault.getByLabel('Cavity').selectOption('3');
  await fault
    .getByLabel('Photograph of dent')
    .setInputFiles({ name: 'dent.png', mimeType: 'image/png', buffer: Buffer.from(DOT, 'base64') });
  await expect(
    fault.getByRole('img', { name: /^Dent, Slip eel 95, long mould, cavity 3/ }),
  ).toBeVisible();

  const session = await atMoment(request, {
    ...{ bait: 'Slip eel 95', colourway: 'Bilge moss over oyster lint', count: 14 },
    until: (state) => [...state.moulds.values()].some((mould) => mould.phase.is === 'opened'),
  });
  await page.goto(`/bench/${session}`);
  await settled(page);
  await page.getByRole('button', { name: 'dent', exact: true }).first().click();
  const before = page.locator('[data-before="dent"] img');
  await expect(before).toHaveAttribute('alt', /^Dent before: .*cavity 3/);
  await expect.poll(() => before.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1);
  // This one is photographed where it lies, and is the next one's.
  await page.locator('[data-cavity="2"]').click();
  await page.getByText('Photograph it').click();
  await page
    .getByLabel('Dent, cavity 2')
    .setInputFiles({ name: 'two.png', mimeType: 'image/png', buffer: Buffer.from(DOT, 'base64') });
  await expect(before).toHaveAttribute('alt', /^Dent before: cavity 2, /);
});
