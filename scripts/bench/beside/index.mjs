// `npm run bench -- beside COMMIT [sessions]`: what the shop costs to use, here and at another commit.
// Both stand side by side with a shop of their own, and each question goes to the one and then to the
// other, so that what slows the machine down slows both.
import { execFileSync } from 'node:child_process';
import { CHROMIUM, ensureChromium } from '../../chromium.mjs';
import { root, say } from '../../lib.mjs';
import { builtOf } from '../ask.mjs';
import { openedBench, tapsOn } from '../tenYears/browser.mjs';
import { bigSession, pagesOf } from '../tenYears/served.mjs';
import { at } from '../tenYears/times.mjs';
import { checkedOut, putAway, sideOf } from './sides.mjs';

/** Times each page is asked for, acts appended, rounds of folds and of taps; the first are left out. */
const ASKED = { pages: 120, acts: 300, folds: 3, taps: 25, warm: 6 };
/** Taps in a round, before it is the other's turn. */
const TAPS = 8;

/** ms a piece of work takes at each side, in turn; `does` answers with ms of its own, or with none. */
async function inTurn(sides, many, does) {
  const times = new Map(sides.map(({ name }) => [name, []]));
  for (let nth = 0; nth < many + ASKED.warm; nth++)
    for (const side of sides) {
      const since = performance.now();
      await does(side, nth);
      if (nth >= ASKED.warm) times.get(side.name).push(performance.now() - since);
    }
  return times;
}
const figure = (value) => value.toFixed(1).padStart(9);
/** A line: the middle and p95 at both, and how many per cent more they are here. */
function tell(label, times) {
  const shares = [0.5, 0.95].map((share) => {
    const [there, here] = ['there', 'here'].map((name) => at(times.get(name), share));
    const more = `${(100 * (here / there - 1)).toFixed(0)} %`;
    return `${figure(there)}${figure(here)}${more.padStart(8)}`;
  });
  say(label.padEnd(46) + shares.join('   '));
}

/** Pages are another session's at each side: asked for by where they stand in the list. */
async function pages(sides) {
  const listed = new Map(
    sides.map((side) => [
      side.name,
      pagesOf({ session: side.long.session, big: bigSession(side.pg) }),
    ]),
  );
  for (const [nth, path] of listed.get('here').entries()) {
    const ask = (side) => fetch(side.url + listed.get(side.name)[nth]).then((page) => page.text());
    tell(path, await inTurn(sides, ASKED.pages, ask));
  }
}
const appends = async (sides) =>
  tell(
    'an act appended',
    await inTurn(sides, ASKED.acts, ({ json, long }, nth) =>
      json(`/api/sessions/${long.session}/events`, {
        events: [nth % 3 ? long.reading(160 + (nth % 9)) : long.event('stirred', { cup: '1' })],
      }),
    ),
  );
/** Each side folds its own log of 3,000 events 100 times a round; told are the rounds' figures. */
function folds(sides) {
  const rounds = Array.from({ length: ASKED.folds }, () =>
    sides.map(({ name, folder, env }) => {
      const said = execFileSync(process.execPath, [builtOf('fold.ts', folder)], {
        ...{ cwd: folder, env, encoding: 'utf8' },
      });
      return [name, JSON.parse(said.trim().split('\n').at(-1))];
    }),
  ).flat();
  for (const share of ['p50', 'p95'])
    tell(
      `3,000 events folded, ${share} of ${ASKED.folds} rounds`,
      new Map(
        sides.map(({ name }) => [
          name,
          rounds.filter(([of]) => of === name).map(([, told]) => told[share]),
        ]),
      ),
    );
}
async function taps(sides) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(CHROMIUM);
  try {
    const benches = [];
    for (const side of sides)
      benches.push({
        name: side.name,
        page: await openedBench(browser, side.url, side.long.session),
      });
    const times = new Map(sides.map(({ name }) => [name, []]));
    for (let round = 0; round <= ASKED.taps; round++)
      for (const { name, page } of benches) {
        await page.bringToFront();
        const took = await tapsOn(page, TAPS);
        if (round > 0) times.get(name).push(...took);
      }
    tell('a tap at the bench to painted', times);
  } finally {
    await browser.close();
  }
}

export async function beside(commit, sessions = '150') {
  await ensureChromium();
  const folder = checkedOut(commit);
  const sides = [];
  try {
    for (const [name, where] of [
      ['there', folder],
      ['here', root],
    ])
      sides.push(await sideOf({ name, folder: where, sessions }));
    say(
      `${''.padEnd(46)}${['there', 'here', 'more'].map((word) => word.padStart(9)).join('')}` +
        `   (ms: the middle, then p95; there is ${commit})`,
    );
    await pages(sides);
    await appends(sides);
    folds(sides);
    await taps(sides);
  } finally {
    for (const side of sides) side.end();
    putAway(folder);
  }
}
