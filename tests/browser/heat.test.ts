import { expect, test } from '@playwright/test';
import { open } from './steps.ts';

test('the what-ifs of heat answer as they are asked, and say when there is no answer', async ({ page }) => {
  await open(page, '/heat');
  const joint = page.getByRole('region', { name: 'A joint on an insert' });
  await expect(joint.getByText('182°', { exact: true })).toBeVisible();
  await joint.getByRole('textbox', { name: 'Inserts are' }).fill('40 °C');
  await expect(joint.getByText('167°', { exact: true })).toBeVisible();
  await joint.getByRole('textbox', { name: 'Inserts are' }).fill('104 °F');
  await expect(joint.getByText('167°', { exact: true })).toBeVisible();

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
