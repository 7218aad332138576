import type { Page } from '@playwright/test';
import { open, ownClock, settled } from './steps.ts';
import { expect } from '@playwright/test';

interface Ordered {
  customer: string;
  bait: string;
  colourway: string;
  count: number;
  promised: string;
}
/** Puts an order of one line in the book. */
export async function order(page: Page, ordered: Ordered): Promise<void> {
  const { customer, bait, colourway, count, promised } = ordered;
  const { baits, colourways } = (await (await page.request.get('/api/catalogue')).json()) as Record<
    string,
    { id: number; spec: { name: string } }[]
  >;
  const id = (all: { id: number; spec: { name: string } }[], name: string) =>
    all.find((entry) => entry.spec.name === name)!.id;
  const written = {
    customer,
    note: '',
    lines: [
      {
        name: '',
        pack: 1,
        promised,
        parts: [{ bait: id(baits!, bait), colourway: id(colourways!, colourway), count }],
      },
    ],
  };
  expect((await page.request.post('/api/orders', { data: written })).status()).toBe(201);
}

/** Puts an order in the book, and takes its line into a new plan. */
export async function plan(
  page: Page,
  customer: string,
  bait: string,
  colourway: string,
  count: number,
): Promise<void> {
  await order(page, { customer, bait, colourway, count, promised: '2031-06-01' });
  await ownClock(page);
  await open(page, '/plan/new');
  await page.getByRole('checkbox', { name: new RegExp(customer) }).check();
}
/** Takes the plan in hand to the bench. */
export async function begin(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await page.waitForURL(/\/bench\/\d+/);
  await settled(page);
}
