import { expect, test } from '@playwright/test';
import type { AnyEvent, BenchEvent, Snapshot } from '@/core/session/index.ts';
import { stirredHeat } from '@/device/hiddenBench.ts';
import { standIn } from '@/device/standIn.ts';
import { drawnAfter } from '@/core/heat/match.ts';
import { byPointer } from './hands.ts';
import { look, seen } from './look.ts';
import { BESIDE, foreseen, padOpened, startDemo, pressedFor, settled } from './steps.ts';

/** Barrels in the order they are filled. */
const byTurn = (barrels: BenchEvent<'drawn'>['payload']['barrels']) =>
  [...barrels].sort((one, other) => (one.nth ?? 1) - (other.nth ?? 1));

test('with instruments in the cups: from raw plastic to a matched draw by following only the advice', async ({
  page,
  request,
}) => {
  test.setTimeout(180_000);
  const session = await startDemo(page);
  const opened = (await (await request.get(`/api/sessions/${session}`)).json()) as {
    snapshot: Snapshot;
    events: AnyEvent[];
  };
  // A bench with constants nobody told the shop: the same physics the stand-in process speaks for.
  const bench = standIn(opened.snapshot, opened.events, 7, await page.evaluate(() => Date.now()));
  const keys = new Map<string, string>();
  for (const name of ['Long probe', 'Short probe']) {
    const made = (await (
      await request.post('/api/devices', {
        data: { name: `${name} ${session}`, kind: 'thermometer' },
      })
    ).json()) as { id: number; key: string };
    keys.set(`${name} ${session}`, made.key);
  }
  const placed = new Map<string, string>();
  let seq = opened.events.at(-1)?.seq ?? 0;
  /** Heats of the cups as each was drawn from: a draw takes half a minute, and cups cool meanwhile. */
  const truly = new Map<string, number>();
  /** K between them as it was begun */
  let apart = NaN;
  const catchUp = async () => {
    for (const event of (await (
      await request.get(`/api/sessions/${session}/events?after=${seq}`)
    ).json()) as AnyEvent[]) {
      if (event.kind === 'drawn') {
        bench.to(event.at);
        const heats = [...bench.hidden.cups.values()].map(stirredHeat);
        apart = Math.max(...heats) - Math.min(...heats);
        for (const { cup, nth = 1 } of byTurn(event.payload.barrels)) {
          bench.to(event.at + 1000 * drawnAfter(nth, event.payload.barrels.length));
          truly.set(cup, stirredHeat(bench.hidden.cups.get(cup)!));
        }
      }
      bench.heard(event);
      seq = event.seq!;
    }
    bench.to(await page.evaluate(() => Date.now()));
  };
  const hands = byPointer(page);
  let checked = -1;
  const send = async (letter: string) => {
    const cup = [...bench.state.cups.values()].find((cup) => cup.letter === letter)!.key;
    // The hand stirs while it settles; the shop hears the bench's clock by that.
    const at = await page.evaluate(() => Date.now());
    await request.post(`/api/sessions/${session}/events`, {
      data: {
        events: [
          {
            id: crypto.randomUUID(),
            session,
            at,
            by: 'hand',
            v: 2,
            kind: 'stirred',
            payload: { cup },
          },
        ],
      },
    });
    await catchUp();
    const shown = bench.probe(cup)!;
    const now = Date.now();
    const sent = await request.post('/api/devices/readings', {
      headers: { authorization: `Bearer ${keys.get(placed.get(letter)!)}` },
      data: {
        readings: [
          { value: shown, at: now - 1 },
          { value: shown, at: now },
        ],
      },
    });
    return ((await sent.json()) as { logged: number }).logged;
  };
  let bursts = 0;
  let hottest = 0;
  let asked = '';
  let changedOver = false;
  let strip = '';
  for (let i = 0; i < 400; i++) {
    await settled(page);
    await foreseen(page);
    await catchUp();
    if (bench.state.draws.size > 0) break;
    const { step, says, seq: before } = await look(page);
    if (step === 'cook')
      asked = (await page.getByRole('link', { name: 'What if…' }).getAttribute('href')) ?? '';
    const read = /Read (\S)/.exec(says)?.[1];
    hottest = Math.max(
      hottest,
      ...[...bench.hidden.cups.values()].map((cup) => Math.max(cup.bulk, cup.rim)),
    );
    const beside = BESIDE[step ?? ''];
    if (beside !== undefined) {
      if (!(await padOpened(page, hands, says))) continue;
      await hands.read(beside);
    } else if (read) {
      if (!placed.has(read)) {
        // One tap on the pad puts an instrument into the cup.
        const name = [...keys.keys()][placed.size]!;
        if (!(await padOpened(page, hands, says))) continue;
        await page
          .getByRole('dialog')
          .getByRole('button', { name: new RegExp(name) })
          .click();
        await expect(
          page
            .getByRole('dialog')
            .getByRole('button', { name: new RegExp(`${name}.*is in ${read}`) }),
        ).toBeVisible();
        await page.keyboard.press('Escape');
        placed.set(read, name);
      }
      // The probe stands in it until it stands still.
      await page.clock.runFor(15_000);
      expect(await send(read)).toBe(1);
    } else if ((step === 'draw' || /Draw it now/.test(says)) && checked !== bursts) {
      // Both probes stand in their cups all the while: what they show since the last burst is heard
      // before the draw.
      checked = bursts;
      await page.clock.runFor(8_000);
      for (const letter of placed.keys()) await send(letter);
      continue;
    } else if (step === 'heating' || step === 'cool' || /Draw it now/.test(says)) {
      // What counts down is waited for, and where it is over, the draw's own key: until it is there,
      // the one under the thumb is still that of a draw before its time.
      const left = /^(\d+):(\d\d)/.exec(says);
      const beat = /Draw it now/.test(says) ? 1 : 10;
      await page.clock.fastForward(
        1000 * (left ? 60 * Number(left[1]) + Number(left[2]) + 1 : beat),
      );
      continue;
    } else {
      if (/ is in/.test(says)) {
        // What the bench reckons with: ten seconds to stir what is out, five to change over.
        // Meanwhile it may come to advise something else: that is followed then.
        if (bursts > 0 && !changedOver) {
          changedOver = true;
          await page.clock.fastForward(step === 'stir' ? 15_000 : 5_000);
          continue;
        }
      }
      const draws = step === 'draw';
      // What was warned of stands on the strip as it is pressed, not before its time was read.
      const pressed = await pressedFor(page, hands, says);
      if (!pressed) continue;
      if (draws) strip = pressed;
      if (/ is in/.test(says)) {
        changedOver = false;
        bursts += 1;
      }
    }
    // Noted; or the key became another under the thumb and noted nothing: then it is read again.
    await seen(page, (now) => now.seq !== before || now.says !== says);
  }
  await expect
    .poll(async () => {
      await catchUp();
      return bench.state.draws.size;
    })
    .toBe(1);
  const draw = [...bench.state.draws.values()].at(-1)!;
  const window = [...bench.state.runs.values()][0]!.tools.window;
  // The step's own what-if carries its cup's heat and content.
  expect(asked).toMatch(/^\/heat\?now=\d+&ml=\d+&watts=900#burst$/);
  // Together as the shop allows, or, where the bench let go of some of that, as it said.
  const within = Number(/within (\d+)°/.exec(strip)?.[1] ?? opened.snapshot.bench.tolerance);
  expect(within, strip).toBeLessThanOrEqual(5);
  expect(draw.against).toEqual(/apart; 3° is allowed/.test(strip) ? ['unmatched'] : []);
  expect(bursts).toBeGreaterThanOrEqual(4);
  expect(hottest).toBeLessThan(195);
  // In the window, as surely as was said: a probe nobody checked has an offset that no look shows.
  const drawn = (
    (await (await request.get(`/api/sessions/${session}/events?after=0`)).json()) as AnyEvent[]
  ).find((event): event is BenchEvent<'drawn'> => event.kind === 'drawn')!;
  for (const { cup, celsius, sd } of drawn.payload.barrels) {
    const was = truly.get(cup)!;
    // One draw of a bench nobody knows: two spreads either way, as below. At an 80 % bound one run
    // in ten would fail at each edge, the advice being right.
    expect(was).toBeGreaterThan(window.low - 2 * sd!);
    expect(was).toBeLessThan(window.high + 2 * sd!);
    expect(Math.abs(celsius! - was)).toBeLessThan(2 * sd!);
  }
  expect(apart).toBeLessThanOrEqual(within);
});
