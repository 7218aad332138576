import type { Locator, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { type Hands, unguarded } from './hands.ts';
import { look, ready, seen } from './look.ts';

/** Opens a page and waits until its islands answer. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await expect(page.locator('astro-island[ssr], [data-fallback]')).toHaveCount(0);
}

/** Takes one line of the demo shop's book to the bench; answers with its session. */
export async function startDemo(page: Page): Promise<number> {
  await ownClock(page);
  await open(page, '/plan/new');
  await page.getByRole('checkbox', { name: /Staithe sprat Mackerel/ }).check();
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await page.waitForURL(/\/bench\/\d+/);
  await settled(page);
  return Number(/\d+$/.exec(page.url())![0]);
}

export const stepOf = async (page: Page): Promise<string | null> => (await look(page)).step;
export const settled = (page: Page) =>
  expect(page.locator('[data-ready][data-waiting="0"]')).toBeVisible();
/** Waits until what is foreseen of heat takes in all that was noted. */
export const foreseen = (page: Page) => seen(page, ({ isForeseen }) => isForeseen);
export const mainSays = async (page: Page): Promise<string> => (await look(page)).says;

/**
 * The page's clock is the test's own, and the shop's with it: time passes when the test says so.
 */
export async function ownClock(page: Page): Promise<void> {
  await page.clock.install();
  await page.context().addInitScript(() => {
    const said = Object.getOwnPropertyDescriptor(Headers.prototype, 'get')!.value as (
      this: Headers,
      name: string,
    ) => string | null;
    Headers.prototype.get = function (name) {
      return name === 'x-shop-clock' ? null : said.call(this, name);
    };
  });
}

/** What is read beside the cups: a mould as warm as most like it, the shop as shops are. */
export const BESIDE: Record<string, number> = { readMould: 40, readRoom: 20 };

interface Follow {
  until: (step: string | null) => boolean;
  /** cavities to touch at the first marking */
  faulty?: number[];
}

/**
 * What a thermometer shows that agrees with the bench: these tests want its steps, not its physics.
 */
async function shown(page: Page, letter: string): Promise<number> {
  const cup = page.locator(`[data-cup="${letter}"]`);
  const heat = (await cup.count()) > 0 ? await cup.getAttribute('data-heat') : null;
  return heat ? Math.round(Number(heat)) : 178;
}

/**
 * Presses the main key for what was read on it. Answers with all that stood on the strip as it was
 * pressed; null where the key has become another meanwhile: then a hand reads it again.
 */
export async function pressedFor(page: Page, hands: Hands, read: string): Promise<string | null> {
  await unguarded(page);
  const { strip, says } = await look(page);
  if (says !== read) return null;
  // At once: a key that becomes another in between is guarded, and to wait that out would press what
  // nobody has read.
  await hands.press();
  return strip;
}

/**
 * Presses the main key for the reading it asks for. On a slow machine the advice may have moved on
 * between being read and being followed: then that was done, or nothing.
 * @returns whether the pad stands open
 */
export async function padOpened(page: Page, hands: Hands, read: string): Promise<boolean> {
  const { seq } = await look(page);
  if (!(await pressedFor(page, hands, read))) return false;
  const pad = page.getByRole('dialog');
  await seen(page, async (now) => now.seq !== seq || now.says !== read || (await pad.isVisible()));
  return pad.isVisible();
}

/** Steps whose key says something else once their time is up, or cavities are touched. */
const OWN_DOING = new Set(['hold', 'topOff', 'mark']);

/**
 * Does what the bench says, a step at a time, waiting out countdowns on the page's own clock. It is
 * one step of the test's own record, which is looked through at every call: with hundreds of them
 * side by side that takes longer than the calls.
 */
export const follow = (page: Page, hands: Hands, how: Follow): Promise<string[]> =>
  test.step('follow', () => followed(page, hands, how));

async function followed(
  page: Page,
  hands: Hands,
  { until, faulty = [] }: Follow,
): Promise<string[]> {
  const done: string[] = [];
  for (let i = 0; i < 400; i++) {
    const { step, sentence, seq, says } = await ready(page);
    if (until(step)) return done;
    done.push(step!);
    const read = /Read (\S)/.exec(says)?.[1];
    if (read) {
      if (!(await padOpened(page, hands, says))) continue;
      await hands.read(BESIDE[step ?? ''] ?? (await shown(page, read)));
      await expect(page.getByRole('dialog')).toBeHidden();
    } else if (step === 'cool' || step === 'heating') {
      // To the end of its countdown; a cup that cools waits for its own.
      const left = /^(\d+):(\d\d)/.exec(says);
      await page.clock.fastForward(
        1000 * (step === 'heating' && left ? 60 * Number(left[1]) + Number(left[2]) + 1 : 20),
      );
      continue;
    } else {
      if (step === 'hold') {
        // It runs by itself; where a shop presses for it, the key says so after it.
        await page.clock.fastForward('00:11');
        continue;
      }
      if (step === 'topOff') await page.clock.fastForward('00:31');
      if ((step === 'mark' || step === 'open') && faulty.length > 0) {
        for (const count of faulty.splice(0)) await hands.cavity(count);
        continue;
      }
      // Every insert laid in, every port shot: said at once where the bench offers it.
      const all = page.getByRole('button', { name: /^All \d+ are (in|full)/ });
      if ((step === 'load' || step === 'shoot') && (await all.count()) > 0) await all.click();
      // What a mark or the clock made of the key by now was made by this hand.
      else if (!(await pressedFor(page, hands, OWN_DOING.has(step!) ? await mainSays(page) : says)))
        continue;
    }
    // Two shots may want the same thing one after the other: then the log has moved on.
    await seen(page, (now) => now.sentence !== sentence || now.seq !== seq);
  }
  throw new Error(`The bench never got there; it did: ${done.join(' ')}`);
}

/** Takes something from a long list that keeps nothing chosen. */
export async function takeFrom(page: Page | Locator, label: string, name: string): Promise<void> {
  const field = page.getByRole('combobox', { name: label });
  await field.fill(name);
  await field.press('ArrowDown');
  await field.press('Enter');
  await expect(field).toHaveValue('');
}
/** Presses a key in the very moment something is on the page, before the page has settled over it. */
export const pressedOnSight = (page: Page, selector: string, key: string): Promise<void> =>
  page.evaluate(
    ([seen, pressed]) =>
      new Promise<void>((done) => {
        const watch = new MutationObserver(() => {
          if (!document.querySelector(seen!)) return;
          watch.disconnect();
          document.body.dispatchEvent(
            new KeyboardEvent('keydown', { key: pressed, bubbles: true }),
          );
          done();
        });
        watch.observe(document, { subtree: true, childList: true, attributes: true });
      }),
    [selector, key],
  );
/** Chooses from a long list by typing what it is called. */
export async function pick(page: Page | Locator, label: string, name: string): Promise<void> {
  const field = page.getByRole('combobox', { name: label });
  await field.fill(name);
  await field.press('ArrowDown');
  await field.press('Enter');
  await expect(field).toHaveValue(name);
}
