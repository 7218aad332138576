import { expect, test } from '@playwright/test';
import type { Snapshot } from '@/core/session/index.ts';
import { atMoment, noted } from './bench.ts';

test('eight tabs on one bench: each opens, hears what another bench does, and the pages between go on', async ({ page, context, request }) => {
  const session = await atMoment(request, { bait: 'Slip eel 95', colourway: 'Lamp oil', count: 8, until: (s) => [...s.cups.values()].some((c) => c.woken) });
  const { snapshot } = (await (await request.get(`/api/sessions/${session}`)).json()) as { snapshot: Snapshot };
  const cup = String(snapshot.input.cups[0]!.mix);
  const tabs = [page, ...(await Promise.all(Array.from({ length: 7 }, () => context.newPage())))];
  for (const tab of tabs) {
    await tab.goto(`/bench/${session}`, { timeout: 15_000 });
    await expect(tab.locator('[data-main]')).toBeVisible();
  }
  const before = await page.locator('[data-main]').innerText();
  await noted(request, session, { kind: 'charged', payload: { cup, grams: 90, from: 'fresh' } });
  for (const tab of tabs) await expect(tab.locator('[data-main]')).not.toHaveText(before);
  await page.goto('/orders', { timeout: 15_000 });
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
});

test('what somebody else changed meanwhile is shown beside mine, and a hand decides', async ({ page, context, request }) => {
  const made = await request.post('/api/orders', { data: { customer: 'Mole End Lures', note: 'by post', lines: [{ name: '', pack: 1, promised: '2031-07-01', parts: [{ bait: 1, colourway: 1, count: 12 }] }] } });
  const { id } = (await made.json()) as { id: number };
  const other = await context.newPage();
  for (const tab of [page, other]) {
    await tab.goto(`/orders/${id}`);
    await expect(tab.getByLabel('Note')).toHaveValue('by post');
  }
  const save = (tab: typeof page) => tab.getByRole('button', { name: 'Keep the changes' }).click();
  await other.getByLabel('Note').fill('fetched on Friday');
  await save(other);
  await other.waitForURL('/orders');
  await page.getByLabel('Note').fill('by van');
  await save(page);
  const dialog = page.getByRole('dialog', { name: 'Changed meanwhile by somebody else' });
  await expect(dialog.getByRole('row', { name: 'note fetched on Friday by van' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByLabel('Note')).toHaveValue('by van');
  await expect(page.getByRole('alert')).toContainText('Somebody else changed this meanwhile');
  await save(page);
  await dialog.getByRole('button', { name: 'Save mine over it' }).click();
  await page.waitForURL('/orders');
  expect(((await (await request.get(`/api/orders/${id}`)).json()) as { note: string }).note).toBe('by van');
});
