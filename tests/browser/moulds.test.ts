import { writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { ascii, binary, sphere, torus } from '../meshes.ts';
import { byPointer } from './hands.ts';
import { follow, open, ownClock, settled } from './steps.ts';

test(
  'a mesh gives a cavity its volume, section and outline; its units are asked; a hole ' +
    'is said; rubbish is refused',
  async ({ page }) => {
    await open(page, '/moulds/new');
    const drop = page.getByLabel('A mesh of the bait');
    await drop.setInputFiles({
      name: 'note.stl',
      mimeType: 'model/stl',
      buffer: Buffer.from('a letter, not a mesh '.repeat(20)),
    });
    await expect(page.getByText('That is no STL file')).toBeVisible();
    const egg = sphere(1, 40).map((found) =>
      found.map((value, i) => value * [4.5, 1.5, 0.6][i % 3]!),
    );
    await drop.setInputFiles({
      name: 'egg.stl',
      mimeType: 'model/stl',
      buffer: Buffer.from(binary(egg)),
    });
    await expect(page.getByText('It is watertight.')).toBeVisible();
    await page.getByRole('combobox', { name: /file’s units/ }).selectOption('cm');
    await expect(page.locator('[data-mesh-volume]')).toHaveText(/16\.9\d mL/); // 4/3 π 4.5 × 1.5 × 0.6 = 16.96
    await expect(page.getByText('90.0 mm long, thickest section 12.0 mm')).toBeVisible();
    await page.getByRole('button', { name: 'Take it for the cavities' }).click();
    await expect(
      page.getByText(/One cavity holds 16\.9\d mL, measured: from its mesh/),
    ).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'Length of a bait' })).toHaveValue('90 mm');
    await drop.setInputFiles({
      name: 'open.stl',
      mimeType: 'model/stl',
      buffer: Buffer.from(ascii(sphere(20, 20).slice(1))),
    });
    await expect(page.getByText('It is not watertight: 3 of its edges')).toBeVisible();
  },
);

test('half a million triangles are measured off the page’s own thread, and can be stopped', async ({
  page,
}, info) => {
  test.setTimeout(120_000);
  await open(page, '/moulds/new');
  const drop = page.getByLabel('A mesh of the bait');
  // From the disk, as a hand chooses it: some 25 MB each.
  const meshOf = (name: string, rings: number): string => {
    const path = info.outputPath(name);
    writeFileSync(path, Buffer.from(binary(torus(30, 10, rings))));
    return path;
  };
  await drop.setInputFiles(meshOf('larger.stl', 520));
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText(/Measuring/)).toBeHidden();
  await expect(page.locator('[data-mesh-volume]')).toBeHidden();
  await drop.setInputFiles(meshOf('ring.stl', 500));
  await expect(page.getByText('500,000 triangles')).toBeVisible();
  await expect(page.locator('[data-mesh-volume]')).toHaveText(/59\.\d+ mL/); // 2 π² 30 × 10² = 59.22 mL
});

test('a home-made mould: masses from the box, pot life counting down, and a mould of the shop at the end', async ({
  page,
}) => {
  await ownClock(page);
  await open(page, '/moulds/castings/new');
  await page.getByRole('textbox', { name: 'Name of the casting' }).fill('Jetty sprat, silicone');
  await page.getByRole('textbox', { name: 'Its volume, if known' }).fill('40');
  // 150 × 80 × 45 mm is 540 mL; less 40 is 500; × 1.15 g/mL × 1.1 = 632.5 g, halved.
  await expect(page.locator('[data-mix="silicone-a"]')).toHaveText('316 g');
  await page.getByRole('textbox', { name: 'Parts of part A' }).fill('10');
  await expect(page.locator('[data-mix="silicone-a"]')).toHaveText('575 g');
  await page.getByRole('checkbox', { name: /held level/ }).check();
  await page.getByRole('button', { name: 'Mixed: start its pot life' }).click();
  await expect(page.getByRole('timer')).toHaveText(/^(30:00|29:5\d)$/);
  await page.clock.fastForward('31:00');
  await expect(page.getByText(/cures until/)).toBeVisible();
  await page.getByRole('button', { name: 'Make it a mould of the shop' }).click();
  await expect(page.getByRole('heading', { name: 'Jetty sprat, silicone' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: /Good for so many shots/ })).toHaveValue('150');
});

test(
  'a new mould’s first evening: its trial card is asked for at the bench, and its ' +
    'figures are in the mould',
  async ({ page }) => {
    test.setTimeout(180_000);
    await ownClock(page);
    await open(page, '/bench');
    await page
      .getByRole('link', { name: 'Begin To run: the new sprat mould’s first evening' })
      .click();
    await settled(page);
    const hands = byPointer(page);
    await expect(page.locator('[data-step]')).toContainText('Begin the session');
    await follow(page, hands, { until: (text) => text === 'trial' });
    await hands.main();
    const card = page.getByRole('dialog');
    await card.getByRole('textbox', { name: /One bait weighs/ }).fill('9.6 g');
    await card.getByRole('button', { name: 'bottom up' }).click();
    await card.getByRole('textbox', { name: 'Hold' }).fill('11');
    await card.getByRole('button', { name: 'Put it in the mould' }).click();
    await settled(page);
    await open(page, '/moulds/13');
    await expect(
      page.getByText(/Trial card of .*good,\s+filled,\s+bottom up, hold\s+11 s/),
    ).toBeVisible();
    await expect(page.locator('dl')).toContainText('9.6');
  },
);
