// The shop of ten years: `npm run bench [sessions]` and `npm run bench -- kept [sessions]`.
import { build, finished, join, root, say, tsx } from '../../lib.mjs';
import { cluster } from '../../postgres.mjs';
import { appAt } from './app.mjs';
import { ask, askBuilt } from '../ask.mjs';
import { firstPaints, probeTimes, scriptSizes, tapTimes } from './browser.mjs';
import { appendTimes, longSession, pageTimes } from './served.mjs';
import { ms } from './times.mjs';
import { CHROMIUM, ensureChromium } from '../../chromium.mjs';

async function makeShop(pg, sessions) {
  await finished(tsx('scripts/prepare.ts', [], { DATABASE_URL: pg.url }));
  const made = ask('generate.ts', [sessions], { DATABASE_URL: pg.url });
  say(
    `\ndata: ${made.sessions} sessions, ${made.shots} shots, ${made.cavities} cavity ` +
      `results, ${made.readings} readings, ${made.events} events; database ${made.size}; ` +
      `loaded in ${made.seconds} s`,
  );
}

async function launch() {
  const { chromium } = await import('@playwright/test');
  return chromium.launch(CHROMIUM);
}

/** What a shop of ten years costs to use: folds, pages, appends, scripts, taps. */
async function useFigures(pg, dist) {
  const fold = askBuilt('fold.ts', { DATABASE_URL: pg.url });
  say(`fold of ${fold.events} events: p50 ${ms(fold.p50)}, p95 ${ms(fold.p95)} (goal 15 ms)`);
  const { app, url, json } = await appAt(dist, pg.url);
  let browser;
  try {
    const long = await longSession(json);
    await pageTimes(url, pg, long.session);
    await appendTimes(json, pg, long);
    browser = await launch();
    await scriptSizes(browser, url, long.session);
    await firstPaints(browser, url);
    const page = await tapTimes(browser, url, long.session);
    await probeTimes(page, url, json, long.session);
  } finally {
    await browser?.close();
    app.kill();
  }
}

/**
 * Figures of a shop of ten years, in a cluster of its own that is gone afterwards.
 * @param onlyKept backup, restore, export and import, in place of its use
 */
export async function tenYears(sessions, onlyKept) {
  await ensureChromium();
  const dist = join(root, '.test', 'dist');
  await build(dist);
  const pg = await cluster(`bench-${process.pid}`);
  try {
    await makeShop(pg, sessions);
    if (!onlyKept) return await useFigures(pg, dist);
    const code = await finished(tsx('scripts/bench/kept.ts', [], { DATABASE_URL: pg.url }));
    process.exitCode = code;
  } finally {
    pg.remove();
  }
}
