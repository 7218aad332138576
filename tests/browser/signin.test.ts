import { expect, test } from '@playwright/test';
import { freePort } from '../../scripts/lib.mjs';
import { AppProcess } from '../../scripts/appProcess.ts';
import { ask, ownDatabase } from '../api/harness.ts';

const SECRET = 'nine wet oilskins';
test.use({ serviceWorkers: 'allow' });

test(
  'where people sign in: what a bench may not send stays on it with why, its page stays ' +
    'kept, and is gone when its hand signs out',
  async ({ page }) => {
    const url = await ownDatabase('signed_in');
    const port = await freePort();
    const begun = async (told: Record<string, string> = {}) => {
      const app = new AppProcess(process.env.TWIN_SHOT_DIST!, url, port, told);
      await app.begin();
      return app;
    };
    const kept = () =>
      page.evaluate(async () => (await (await caches.open('twin-shot-pages')).keys()).length);
    const alone = await begun();
    const at = alone.url;
    await ask('POST', `${at}/api/people`, { name: 'Ada', role: 'owner', secret: SECRET });
    await page.goto(`${at}/bench/26`);
    await expect(page.locator('[data-ready]')).toBeVisible();
    await expect.poll(kept).toBe(1);
    await alone.stop();

    const signed = await begun({ TWIN_SHOT_SIGN_IN: 'always' });
    await page.locator('[data-main]').click();
    await expect(
      page
        .getByRole('status')
        .filter({ hasText: 'Sign in first. Nothing was changed. 1 thing is kept on this bench' }),
    ).toBeVisible();
    // Sent to sign in, the browser has that page; what is kept of the bench is still the bench.
    await page.goto(`${at}/bench/26`);
    await expect(page).toHaveURL(`${at}/sign-in?to=%2Fbench%2F26`);
    await signed.stop();
    await page.goto(`${at}/bench/26`);
    await expect(page.locator('[data-ready][data-waiting="1"]')).toBeVisible();

    await signed.begin();
    await page.goto(`${at}/sign-in?to=/bench/26`);
    await page.getByLabel('Name').fill('Ada');
    await page.getByLabel('Password').fill(SECRET);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.locator('[data-ready][data-waiting="0"]')).toBeVisible();
    await expect
      .poll(
        async () =>
          (
            (await (await page.request.get(`${at}/api/sessions/26/events?after=0`)).json()) as {
              kind: string;
            }[]
          ).at(-1)!.kind,
      )
      .toBe('resumed');
    await page.goto(`${at}/orders`);
    await page.getByText('Ada', { exact: true }).click();
    await page.getByRole('button', { name: 'Sign out', exact: true }).click();
    await expect(page).toHaveURL(`${at}/sign-in`);
    expect(await kept()).toBe(0);
    await signed.stop();
  },
);
