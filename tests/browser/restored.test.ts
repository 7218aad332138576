import { expect, test } from '@playwright/test';
import pg from 'pg';
import { v4 } from 'uuid';
import type { Snapshot } from '@/core/session/index.ts';
import { freshBench, logOf } from './keptActs.ts';
import { byPointer } from './hands.ts';
import { settled } from './steps.ts';

test('a tablet three hours fast records by the shop’s clock, and says so', async ({
  page,
  request,
}) => {
  const session = await freshBench(request);
  await page.clock.install({ time: Date.now() + 3 * 3_600_000 });
  await page.goto(`/bench/${session}`);
  await expect(page.getByText(/This tablet’s clock is 3.* fast/)).toBeVisible();
  const before = await logOf(request, session);
  await byPointer(page).main();
  await expect
    .poll(async () => (await logOf(request, session)).length)
    .toBeGreaterThan(before.length);
  const act = (await logOf(request, session)).at(-1)!;
  expect(Math.abs(act.at - Date.now())).toBeLessThan(60_000);
});

test('a shop put back to an earlier backup gets from the bench what it had lost', async ({
  page,
  request,
}) => {
  const session = await freshBench(request);
  await page.goto(`/bench/${session}`);
  await expect(page.locator('[data-ready]')).toBeVisible();
  const before = await logOf(request, session);
  await byPointer(page).main();
  await expect
    .poll(async () => (await logOf(request, session)).length)
    .toBeGreaterThan(before.length);
  await settled(page);
  const lost = (await logOf(request, session)).slice(before.length).map((event) => event.id);
  const db = new pg.Client({
    connectionString: process.env.TEST_POSTGRES!.replace(/\/[^/]*$/, '/browser'),
  });
  await db.connect();
  // As a restore does it, past the guard that keeps the log from being changed.
  await db.query('ALTER TABLE events DISABLE TRIGGER USER');
  await db.query('DELETE FROM events WHERE session_id = $1 AND seq > $2', [session, before.length]);
  await db.query('ALTER TABLE events ENABLE TRIGGER USER');
  await db.query('UPDATE sessions SET last_seq = $2 WHERE id = $1', [session, before.length]);
  await db.end();
  expect((await logOf(request, session)).length).toBe(before.length);
  await page.reload();
  await expect
    .poll(async () =>
      (await logOf(request, session)).map((event) => event.id).filter((id) => lost.includes(id)),
    )
    .toEqual(lost);
});

test('a mould an earlier version laid out and left on a device is brought up to date and stands', async ({
  page,
  request,
}) => {
  const session = await freshBench(request);
  const { snapshot } = (await (await request.get(`/api/sessions/${session}`)).json()) as {
    snapshot: Snapshot;
  };
  const { mould } = snapshot.input.jobs[0]!.tools[0]!.moulds[0]!;
  // Moulds of then had no windows, jigs or loose parts.
  const since = ['loose', 'takes', 'windows', 'letCool'];
  const then = Object.fromEntries(Object.entries(mould).filter(([key]) => !since.includes(key)));
  const act = {
    id: v4(),
    session,
    at: Date.now(),
    by: 'bench',
    v: 3,
    kind: 'changed',
    payload: {
      what: 'mould',
      job: snapshot.plan.runs[0]!.key,
      id: 4001,
      mould: { ...then, name: 'Eel of then' },
      only: true,
    },
  };
  // What cannot be read is told, and the bench goes on.
  const broken = { ...act, id: v4(), payload: { ...act.payload, mould: { name: 'Broken' } } };
  await page.addInitScript(
    ([key, acts]) => localStorage.setItem(key!, acts!),
    [`twin-shot-outbox-${session}`, JSON.stringify([broken, act])],
  );
  await page.goto(`/bench/${session}`);
  await expect(page.getByText('Eel of then').first()).toBeVisible();
  await expect(page.getByText(/in a form that cannot be read/)).toBeVisible();
  await page.getByRole('button', { name: 'Send it again' }).click();
  await expect(page.getByText(/in a form that cannot be read/)).toBeVisible();
  await expect
    .poll(async () => (await logOf(request, session)).map((event) => event.id))
    .toContain(act.id);
  await settled(page);
  await byPointer(page).main();
  await expect(page.locator('[data-ready]')).toBeVisible();
});
