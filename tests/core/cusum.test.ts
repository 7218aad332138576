import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seeded } from '@/core/chance.ts';
import type { CavityResults } from '@/core/yield/index.ts';
import {
  cavitiesGoneBad,
  goneBad,
  meanRun,
  medianRun,
  upperSums,
  watchFor,
} from '@/core/yield/index.ts';
import { near } from '../near.ts';

test('the upper sums of the published example, to its two places', () => {
  // NIST/SEMATECH e-Handbook 6.3.2.3: means of 20 groups, aim 325, k = 0.3175.
  const means = [
    ...[324.925, 324.675, 324.725, 324.35, 325.35, 325.225, 324.125, 324.525, 325.225, 324.6],
    ...[324.625, 325.15, 328.325, 327.25, 327.825, 328.5, 326.675, 327.775, 326.875, 328.35],
  ];
  const sums = upperSums(means, 325.3175);
  near(sums[4]!, 0.03, 0.006);
  for (const [at, published] of [3.01, 4.94, 7.45, 10.63, 11.99, 14.44, 16.0, 19.04].entries())
    near(sums[12 + at]!, published, 0.015, `group ${13 + at}`);
  assert.ok(sums.slice(5, 12).every((sum) => sum === 0));
});

test('runs against closed forms: a limit one bad result reaches is a geometric wait', () => {
  for (const share of [0.02, 0.1, 0.4]) {
    near(meanRun(share, { up: 5, limit: 5 }), 1 / share, 1e-9);
    assert.equal(
      medianRun(share, { up: 5, limit: 5 }),
      Math.ceil(Math.log(0.5) / Math.log(1 - share)),
    );
  }
});

test('false alarms are as far apart as stated, and a cavity that doubles its faults is found as soon', () => {
  const chance = seeded(7);
  for (const [share, runs] of [
    [0.05, 500],
    [0.1, 4000],
    [0.15, 12_000],
  ] as const) {
    const watching = watchFor(share, runs)!;
    assert.ok(watching.runs >= runs, 'never more often than wanted');
    const until = (bad: number): number => {
      let [sum, at] = [0, 0];
      while (sum < watching.limit) {
        at += 1;
        sum = chance() < bad ? sum + watching.up : Math.max(0, sum - 1);
      }
      return at;
    };
    const LIVES = 2000;
    const all = (bad: number) =>
      Array.from({ length: LIVES }, () => until(bad)).sort((one, other) => one - other);
    const mean = all(share).reduce((sum, one) => sum + one, 0) / LIVES;
    near(mean / watching.runs, 1, 0.08, `false alarms at ${share}`);
    near(all(2 * share)[LIVES / 2]! / medianRun(2 * share, watching), 1, 0.1, `found at ${share}`);
  }
});

test('what never grew says nothing; what grew says where it began, until it is well again', () => {
  const watching = watchFor(0.1, 4000)!;
  const results = (count: number, every: number) =>
    Array.from({ length: count }, (_, nth) => nth % every === every - 1);
  assert.equal(goneBad(results(200, 10), watching), null);
  const grown = [...results(100, 20), ...results(60, 2)];
  const found = goneBad(grown, watching)!;
  assert.ok(found.began >= 95 && found.began <= 105 && found.said > found.began);
  const clean = Array.from({ length: 2 * watching.limit }, () => false);
  assert.equal(goneBad([...grown, ...clean], watching), null);
  assert.equal(watchFor(0, 500), null);
  assert.equal(watchFor(0.5, 500), null);
});

test('cavities that are alike raise no more alarms than stated; one gone bad is named, with its session', () => {
  const chance = seeded(11);
  /** 24 shots a session; cavity 3 goes to four times its share from session 6 on, where it does. */
  const mould = (goes: boolean): CavityResults[] =>
    Array.from({ length: 8 }, (_, cavity) => {
      const sessions = Array.from({ length: 192 }, (_, nth) => 1 + Math.floor(nth / 24));
      const share = (session: number) => (goes && cavity === 2 && session >= 6 ? 0.32 : 0.08);
      return { cavity: cavity + 1, sessions, bad: sessions.map((one) => chance() < share(one)) };
    });
  const LIVES = 400;
  const lives = (goes: boolean) =>
    Array.from({ length: LIVES }, () => cavitiesGoneBad(mould(goes)));
  const falsely = lives(false).filter((found) => found.length > 0).length / LIVES;
  // 192 shots of 500 between two false alarms; those that have come back since are not told.
  assert.ok(falsely <= 1 - Math.exp(-192 / 500) + 0.03, `${falsely}`);
  const named = lives(true).flatMap((found) => found.find(({ cavity }) => cavity === 3) ?? []);
  assert.ok(named.length / LIVES >= 0.98, `${named.length / LIVES}`);
  const near6 = named.filter(({ since }) => since !== null && Math.abs(since - 6) <= 1).length;
  assert.ok(near6 / named.length >= 0.8, `${near6 / named.length}`);
});
