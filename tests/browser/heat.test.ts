import { expect, test } from '@playwright/test';
import type { AnyEvent, Snapshot } from '@/core/session/index.ts';
import { stirredHeat } from '@/device/hidden.ts';
import { standIn } from '@/device/standIn.ts';
import { byPointer, foreseen, mainSays, open, settled, stepOf } from './steps.ts';

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

test('with instruments in the cups: from raw plastic to a matched draw by following only the advice', async ({ page, request }) => {
  test.setTimeout(180_000);
  await page.clock.install();
  await open(page, '/plan/new');
  await page.getByRole('checkbox', { name: /Staithe sprat Mackerel/ }).check();
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await page.waitForURL(/\/bench\/\d+/);
  await settled(page);
  const session = Number(/\d+$/.exec(page.url())![0]);
  const opened = (await (await request.get(`/api/sessions/${session}`)).json()) as { snapshot: Snapshot; events: AnyEvent[] };
  // A bench with constants nobody told the shop: the same physics the stand-in process speaks for.
  const bench = standIn(opened.snapshot, opened.events, 7, await page.evaluate(() => Date.now()));
  const keys = new Map<string, string>();
  for (const name of ['Long probe', 'Short probe']) {
    const made = (await (await request.post('/api/devices', { data: { name: `${name} ${session}`, kind: 'thermometer' } })).json()) as { id: number; key: string };
    keys.set(`${name} ${session}`, made.key);
  }
  const placed = new Map<string, string>();
  let seq = opened.events.at(-1)?.seq ?? 0;
  const catchUp = async () => {
    for (const e of (await (await request.get(`/api/sessions/${session}/events?after=${seq}`)).json()) as AnyEvent[]) {
      bench.heard(e);
      seq = e.seq!;
    }
    bench.to(await page.evaluate(() => Date.now()));
  };
  const hands = byPointer(page);
  let bursts = 0;
  let hottest = 0;
  for (let i = 0; i < 400; i++) {
    await settled(page);
    await foreseen(page);
    await catchUp();
    const step = await stepOf(page);
    const says = await mainSays(page);
    const read = /Read (\S)/.exec(says)?.[1];
    hottest = Math.max(hottest, ...[...bench.hidden.cups.values()].map((c) => Math.max(c.bulk, c.rim)));
    const before = await page.locator('[data-seq]').getAttribute('data-seq');
    if (read) {
      if (!placed.has(read)) {
        // One tap on the pad puts an instrument into the cup.
        const name = [...keys.keys()][placed.size]!;
        await hands.main();
        await page.getByRole('dialog').getByRole('button', { name: new RegExp(name) }).click();
        await expect(page.getByRole('dialog').getByRole('button', { name: new RegExp(`${name}.*is in ${read}`) })).toBeVisible();
        await page.keyboard.press('Escape');
        placed.set(read, name);
      }
      // The probe stands in it until it stands still.
      await page.clock.runFor(15_000);
      const cup = [...bench.state.cups.values()].find((c) => c.letter === read)!.key;
      // The hand stirs while it settles; the shop hears the bench's clock by that.
      const at = await page.evaluate(() => Date.now());
      await request.post(`/api/sessions/${session}/events`, { data: { events: [{ id: crypto.randomUUID(), session, at, by: 'hand', v: 2, kind: 'stirred', payload: { cup } }] } });
      await catchUp();
      const shown = bench.probe(cup)!;
      const now = Date.now();
      const sent = await request.post('/api/devices/readings', { headers: { authorization: `Bearer ${keys.get(placed.get(read)!)}` }, data: { readings: [{ value: shown, at: now - 1 }, { value: shown, at: now }] } });
      expect(((await sent.json()) as { logged: number }).logged).toBe(1);
    } else if (step === 'heating' || step === 'cool') {
      const left = /^(\d+):(\d\d)/.exec(says);
      await page.clock.fastForward(1000 * (left ? 60 * Number(left[1]) + Number(left[2]) + 1 : 10));
      continue;
    } else {
      if (/ is in/.test(says)) bursts += 1;
      await hands.main();
      if (step === 'draw' || (step === 'match' && /Draw it now/.test(says))) break;
    }
    await expect.poll(() => page.locator('[data-seq]').getAttribute('data-seq')).not.toBe(before);
  }
  await expect.poll(async () => { await catchUp(); return bench.state.draws.size; }).toBe(1);
  const draw = [...bench.state.draws.values()].at(-1)!;
  const window = [...bench.state.runs.values()][0]!.tools.window;
  const truly = draw.barrels.map((b) => stirredHeat(bench.hidden.cups.get(b.cup)!));
  expect(draw.against).toEqual([]);
  expect(bursts).toBeGreaterThanOrEqual(4);
  expect(hottest).toBeLessThan(195);
  for (const t of truly) {
    expect(t).toBeGreaterThan(window.low - 1);
    expect(t).toBeLessThan(window.high + 1);
  }
  expect(Math.abs(truly[0]! - truly[1]!)).toBeLessThanOrEqual(3);
  draw.barrels.forEach((b, i) => expect(Math.abs(b.celsius! - truly[i]!)).toBeLessThan(4));
});
