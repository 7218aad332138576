import { expect, test } from '@playwright/test';
import { open } from './steps.ts';

test('the what-ifs of heat answer as they are asked, and say when there is no answer', async ({
  page,
}) => {
  await open(page, '/heat');
  const joint = page.getByRole('region', { name: 'A joint on an insert' });
  // As many degrees as the insert is warmer, the body may be cooler, whatever the shop has learned
  // of its joints.
  const body = async () =>
    Number(/Wanted of the body(\d+)°/.exec((await joint.textContent())!)![1]);
  const usual = await body();
  await joint.getByRole('textbox', { name: 'Inserts are' }).fill('40 °C');
  await expect.poll(body).toBe(usual - 15);
  await joint.getByRole('textbox', { name: 'Inserts are' }).fill('25');
  await expect.poll(body).toBe(usual);
  await joint.getByRole('textbox', { name: 'Inserts are' }).fill('104 °F');
  await expect.poll(body).toBe(usual - 15);

  const match = page.getByRole('region', { name: 'Matching cups' });
  const said = match.locator('[data-match]');
  await expect(said).toHaveText(/^(A|B) \d+ s, stir.*draw at 0?\d:\d\d\.$/);
  await match.getByRole('textbox', { name: 'A is' }).fill('163');
  await match.getByRole('textbox', { name: 'B is' }).fill('164');
  await expect(said).toHaveText('They are together now: draw.');
  await match.getByRole('textbox', { name: 'A is' }).fill('204');
  await expect(said).toHaveText('They cannot be brought together.');
  await expect(match.getByText('one cup is over the ceiling already')).toBeVisible();

  const gate = page.getByRole('region', { name: 'A gate freezing' });
  await gate.getByRole('textbox', { name: 'Mould is' }).fill('125 °C');
  await expect(gate.getByText('never').first()).toBeVisible();

  const pot = page.getByRole('region', { name: 'Frothing in the pot' });
  await pot.getByRole('textbox', { name: 'Metres above the sea' }).fill('1500');
  await expect(pot.getByText('25.0 inHg')).toBeVisible(); // ICAO: 845.6 hPa = 24.97 inHg
  await expect(pot.getByText('29 cannot be reached here')).toBeVisible();
});

test('two side by side, with values handed over; what was learned is locked and forgotten', async ({
  page,
}) => {
  await open(page, '/heat?a=171&b=160&n=2#match');
  const line = page.getByRole('region', { name: 'The colour line' });
  await expect(line.getByRole('textbox', { name: 'A leaves at' })).toHaveValue('171 °C');
  await line.locator('xpath=../..').getByRole('button', { name: 'Another beside it' }).click();
  await expect(line).toHaveCount(2);
  await line.nth(1).getByRole('textbox', { name: 'B leaves at' }).fill('171');
  await expect(line.nth(1).getByText('50.0 %').first()).toBeVisible();
  await expect(line.nth(0).getByText('50.0 %')).toHaveCount(1);

  await open(page, '/heat/learned');
  const air = page.locator('[data-learned="air"]');
  await expect(air).toContainText('readings on');
  await air.getByRole('button', { name: 'Lock it so' }).click();
  await expect(air.getByRole('button', { name: 'Locked: let it learn' })).toBeVisible();
  await air.getByRole('button', { name: 'Forget it' }).click();
  await expect(air).toHaveCount(0);
});
