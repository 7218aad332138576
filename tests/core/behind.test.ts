import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normal, seeded } from '@/core/chance.ts';
import { METRIC } from '@/core/quantity/index.ts';
import type { BadShot } from '@/core/yield/index.ts';
import { behindOf, liesBehind, sayBehind } from '@/core/yield/index.ts';

const CAVITIES = 6;
/** Shots whose draws and metal wander, each bad with a chance of its own; shots share their luck. */
function shots(chance: () => number, count: number, badAt: (heat: number) => number) {
  const all = Array.from({ length: count }, () => ({
    heat: normal(chance, 160, 5),
    metal: normal(chance, 38, 4),
  }));
  const bad = all.flatMap(({ heat, metal }): BadShot[] => {
    const odds = badAt(heat) * Math.exp(normal(chance, 0, 0.8));
    const cavities = Array.from({ length: CAVITIES }, (_, nth) => nth + 1).filter(
      () => chance() < odds,
    );
    return cavities.length > 0 ? [{ fault: 'short', cavities, heat, metal }] : [];
  });
  const at = (key: 'heat' | 'metal') => {
    const degrees = all.map((shot) => Math.floor(shot[key]));
    return [...new Set(degrees)].map((degree) => ({
      at: degree,
      shots: degrees.filter((one) => one === degree).length,
    }));
  };
  return { bad, all: { heat: at('heat'), metal: at('metal') } };
}

test('what lies behind a fault is found where it is, and seldom where nothing is', () => {
  const chance = seeded(11);
  const shops = 600;
  let [named, found, near] = [0, 0, 0];
  for (let shop = 0; shop < shops; shop++) {
    const none = shots(chance, 150, () => 0.04);
    if (behindOf(none.bad, none.all, null)) named += 1;
    const cold = shots(chance, 150, (heat) => (heat < 156 ? 0.2 : 0.01));
    const behind = behindOf(cold.bad, cold.all, null);
    if (behind?.key !== 'heat' || !behind.under) continue;
    found += 1;
    if (Math.abs(behind.at - 156) <= 3) near += 1;
  }
  assert.ok(named / shops <= 0.03, `${named} of ${shops} where there is nothing`);
  assert.ok(found / shops >= 0.95, `${found} of ${shops} found`);
  assert.ok(near / found >= 0.85, `${near} of ${found} within three degrees`);
});

test('by hand: what lies on a side is counted and said; few shots, or nearly all of them, say nothing', () => {
  const all = [
    { at: 150, shots: 20 },
    { at: 160, shots: 80 },
  ];
  const cold = [
    { at: 150, shots: 9, baits: 14 },
    { at: 160, shots: 2, baits: 2 },
  ];
  const behind = liesBehind('heat', cold, all)!;
  assert.deepEqual(
    { ...behind },
    { key: 'heat', under: true, at: 160, baits: 14, of: 16, usual: 0.2 },
  );
  assert.equal(
    sayBehind(behind, METRIC, true),
    '14 of the other 16 with draws under 160°, where 20 of 100 shots lie',
  );
  // A cavity that is named for it already is left out, and with it shots that have no other.
  const shot = (heat: number, ...cavities: number[]) => ({
    ...{ fault: 'short', cavities, heat, metal: null },
  });
  const bad = [...Array.from({ length: 9 }, () => shot(150.4, 6, 2)), shot(160, 6), shot(160.9, 6)];
  const others = behindOf(bad, { heat: all, metal: [] }, 6)!;
  assert.deepEqual([others.baits, others.of, others.under], [9, 9, true]);
  assert.equal(liesBehind('heat', [{ at: 150, shots: 4, baits: 9 }], all), null, 'four shots');
  assert.equal(liesBehind('heat', [{ at: 160, shots: 9, baits: 9 }], all), null, 'nearly all');
});
