import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { begin, plan } from './book.ts';
import { byPedal, byPointer, type Hands } from './hands.ts';
import { follow, open, settled, stepOf } from './steps.ts';

/** To the end of the session, and the order's bar in the book. */
async function count(
  page: Page,
  customer: string,
  said: RegExp,
  hands: Hands = byPointer(page),
): Promise<void> {
  await follow(page, hands, { until: (text) => text === 'finish' });
  await hands.main();
  await expect(page.locator('[data-step]')).toHaveText('Finished and counted');
  await settled(page);
  await open(page, '/orders');
  await expect(page.locator('[data-line]').filter({ hasText: customer })).toContainText(said);
}

test(
  'a triple laminate, by pedal and the keys 1 to 9 alone: three cups matched, one draw of ' +
    'three, each colour over its half, to the counted order',
  async ({ page }) => {
    test.setTimeout(240_000);
    await plan(page, 'Mooring Post Tackle', 'Slip eel 95', 'Gull morning', 6);
    // The shop's own record of triples would have it shoot more.
    await page.getByLabel('Come good').first().fill('99 %');
    await expect(page.locator('[data-summary]')).toHaveText(/1 shots, 1 draws, 8 baits for 6/);
    await expect(page.getByRole('region', { name: 'Barrels' })).toContainText('33 % of the bait');
    await begin(page);
    const hands = byPedal(page);
    await follow(page, hands, { until: (text) => text === 'close' });
    await expect(page.locator('[data-strip]')).toContainText(
      'one notch barrel, the port with the filed edge',
    );
    await hands.main();
    const drawn = await follow(page, hands, { until: (text) => text === 'shoot' });
    expect(drawn).toContain('heating');
    expect(['match', 'draw']).toContain(drawn.at(-1));
    await count(page, 'Mooring Post Tackle', /6 curing/, hands);
  },
);

test('what arrives late on the plan never moves the start from under a hand', async ({ page }) => {
  let release = () => {};
  const held = new Promise<void>((done) => {
    release = done;
  });
  await page.route(/JobFields|TimingOf|Stages/, async (route) => {
    await held;
    await route.continue();
  });
  await plan(page, 'Rope Walk Baits', 'Slip eel 95', 'Gull morning', 6);
  const start = page.getByRole('button', { name: 'Start at the bench' });
  await start.scrollIntoViewIfNeeded();
  await start.hover();
  await page.mouse.down();
  release();
  await expect(
    page.locator('section').filter({ hasText: 'Jobs, in order' }).getByText('Slip eel 95').first(),
  ).toBeVisible();
  await page.mouse.up();
  await page.waitForURL(/\/bench\/\d+/);
});

test(
  'a laminated core-shot in swapped shells: rods in, shells laid by and put back in ' +
    'another mould, the core the tail too',
  async ({ page }) => {
    test.setTimeout(300_000);
    await plan(page, 'Dolphin Steps Bait', 'Slip eel 120', 'Borrowed keel', 2);
    await expect(
      page.getByRole('listitem').filter({ hasText: 'Eel shell 120' }).first(),
    ).toContainText(/rod2\.85 mLshot7\.90 mLcavity10\.75 mL/);
    await begin(page);
    const hands = byPointer(page);
    const shells = await follow(page, hands, { until: (text) => text === 'open' });
    expect(shells).toContain('close');
    await expect(page.locator('[data-strip]')).toContainText('Draw the rods');
    // How firm they are says when the next ones are opened: it opens the mould, and is shown as said.
    await page.keyboard.press('j');
    const felt = page.getByRole('group', { name: 'It felt' });
    await expect(felt.getByRole('button', { name: 'just firm' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await expect(page.locator('[data-step="mark"]')).toBeVisible();
    const cores = await follow(page, hands, { until: (text) => text === 'load' });
    await expect(page.locator('[data-step]')).toContainText(
      'Lay a shell in cavity 1 of Slip eel 120 pair',
    );
    const laidIn = await follow(page, hands, { until: (text) => text === 'shoot' });
    let shellsAgain = [...cores, ...laidIn].includes('open');
    await expect(page.locator('[data-step]')).toContainText(
      'Slip eel 120 pair: steadily, and hold',
    );
    await hands.main();
    // Shells may still come out meanwhile; then the cored baits.
    for (let count = 0; count < 4; count++) {
      await follow(page, hands, { until: (text) => text === 'open' });
      if (!(await page.locator('[data-strip]').innerText()).includes('shells')) break;
      shellsAgain = true;
      await hands.main();
    }
    expect(shellsAgain).toBe(true);
    await expect(page.getByRole('group', { name: 'Mark with' })).toContainText('core missing');
    await count(page, 'Dolphin Steps Bait', /2 curing/);
  },
);

test('tail first over two moulds at once: tails oiled and laid in, a gap seen, both moulds from one draw', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await plan(page, 'Ferry Stage Angling', 'Slip eel 95', 'Moss over lint, lamp tail', 14);
  const bodies = page.getByRole('group', { name: 'Bodies' });
  await bodies
    .getByRole('combobox', { name: 'And, in step with it' })
    .selectOption({ label: 'Slip eel 95, second' });
  await begin(page);
  const hands = byPointer(page);
  const tails = await follow(page, hands, { until: (text) => text === 'load' });
  expect(tails).toContain('open');
  await page.getByRole('button', { name: 'A gap shows round it' }).click();
  await expect(page.getByText('gap', { exact: true })).toBeVisible();
  await follow(page, hands, { until: (text) => text === 'shoot' });
  await expect(page.locator('[data-warnings]')).toContainText('gap round the insert in 1');
  await expect(page.getByRole('region', { name: 'Moulds' })).toContainText('Slip eel 95, second');
  await count(page, 'Ferry Stage Angling', /14 curing/);
});

test(
  'a mould with a port each, stopped at the fifth cavity: five baits, the rest goes ' +
    'back, one more shot makes up the order',
  async ({ page }) => {
    test.setTimeout(240_000);
    await plan(page, 'Lock Keeper’s Tackle', 'Staithe sprat', 'Wrack patch', 7);
    // One shot, whatever came good of such before.
    await page.getByLabel('Come good').first().fill('99 %');
    await begin(page);
    const hands = byPointer(page);
    await follow(page, hands, { until: (text) => text === 'shoot' });
    for (let count = 1; count <= 5; count++) {
      await expect(page.locator('[data-step]')).toContainText(`cavity ${count}`);
      await hands.main();
    }
    await expect(page.locator('[data-step]')).toContainText('Clear the nozzle, shoot cavity 6');
    await page.getByRole('button', { name: 'Stop: one side thin' }).click();
    expect(await stepOf(page)).toBe('hold');
    await follow(page, hands, { until: (text) => text === 'empty' });
    await page.getByRole('button', { name: 'One side thin' }).click();
    await follow(page, hands, { until: (text) => text === 'more' });
    await expect(page.locator('[data-step]')).toContainText('2 short of 7');
    await expect(page.locator('[data-good]')).toHaveText('5');
    await count(page, 'Lock Keeper’s Tackle', /7 curing/);
  },
);

test(
  'a swirl is judged bait by bait, by keys; another block to hand changes the build of ' +
    'what is still to come',
  async ({ page }) => {
    test.setTimeout(180_000);
    await plan(page, 'Weir Pool Lures', 'Slip eel 95', 'Slack water', 14);
    await begin(page);
    const hands = byPointer(page);
    await follow(page, hands, { until: (text) => text === 'mark' });
    await expect(page.locator('[data-step]')).toContainText('one by one: cavity 1');
    await page.keyboard.press('Space');
    await expect(page.locator('[data-step]')).toContainText('cavity 2');
    await page.getByRole('button', { name: 'muddied' }).click();
    await page.keyboard.press('2');
    await expect(page.locator('[data-step]')).toContainText('cavity 3');
    await page.keyboard.press('c');
    await page
      .getByLabel('Another build from here on, because its block is to hand')
      .selectOption({ label: 'Split flow: each colour split in two before the port: camouflage' });
    await expect(
      page.getByRole('dialog').locator('p').getByText('Split flow', { exact: true }),
    ).toBeVisible();
  },
);

test(
  'a build is composed: what does not fit is said at once, and put right it is kept and ' +
    'a colourway made of it',
  async ({ page }) => {
    await open(page, '/builds/new?from=laminateCore');
    await page.getByRole('checkbox', { name: 'Core rods in' }).uncheck();
    await expect(page.locator('[data-misfit="no-channel"]')).toContainText('no channel');
    await expect(page.getByRole('button', { name: 'Save as a build of our own' })).toBeDisabled();
    await page.getByRole('checkbox', { name: 'Core rods in' }).check();
    await page
      .getByRole('region', { name: 'Stage Shells' })
      .getByRole('combobox', { name: 'Lies in the' })
      .nth(1)
      .selectOption('back');
    await expect(page.locator('[data-misfit="same-place"]')).toBeVisible();
    await page
      .getByRole('region', { name: 'Stage Shells' })
      .getByRole('combobox', { name: 'Lies in the' })
      .nth(1)
      .selectOption('belly');
    await page.getByRole('button', { name: 'A tip dipped after' }).click();
    await expect(page.getByText('It can be shot.')).toBeVisible();
    const tried = page.getByRole('region', { name: 'Try it in a mould' });
    await tried.getByRole('combobox').selectOption({ label: 'Staithe sprat 75, eight' });
    await expect(tried.locator('[data-misfit="no-mould"]')).toContainText('no mould is chosen');
    await tried.getByRole('combobox').selectOption({ label: 'Eel shell 120' });
    await expect(tried).toContainText('It fits');
    await expect(tried).toContainText('7.90 mL');
    await page.getByRole('textbox', { name: 'Name of the build' }).fill('Cored, with a tip');
    await page.getByRole('button', { name: 'Save as a build of our own' }).click();
    await expect(page.getByRole('link', { name: 'Cored, with a tip' })).toBeVisible();
    await open(page, '/entry/colourways/new');
    await page
      .getByRole('combobox', { name: 'Build' })
      .selectOption({ label: 'Cored, with a tip' });
    await expect(page.getByRole('combobox', { name: 'Tip' })).toBeVisible();
  },
);
