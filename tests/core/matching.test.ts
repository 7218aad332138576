import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { CupBody, CupHeat } from '@/core/heat/index.ts';
import { after, afterBurst, HANDS, matchCups, wattsOf } from '@/core/heat/index.ts';
import { cup, oven, body } from './heatKit.ts';
import { near } from '../near.ts';

const wanted = { low: 158, high: 168, apart: 3, ceiling: 195 };

/** Heat of a cup at the draw, marched second by second: after a wait, a burst, a wait. */
const endsOf =
  (cups: readonly { body: CupBody; heat: CupHeat }[], draws: number) =>
  (i: number, from: number, burst: number, draw: number): number => {
    const { body, heat: begun } = cups[i]!;
    let heat = begun;
    for (let seconds = 0; seconds < from; seconds++) heat = after(body, heat, 1);
    for (let seconds = 0; seconds < burst; seconds++)
      heat = after(body, heat, 1, { watts: (at) => wattsOf(oven, seconds + at), step: 0.5 });
    for (let seconds = 0; seconds < draw + draws - from - burst; seconds++)
      heat = after(body, heat, 1);
    return heat.plastic;
  };

test('matching: the exact search against brute force, draw for draw', () => {
  const hands = { stir: 4, change: 2, least: 4, draws: 7 };
  fc.assert(
    fc.property(
      fc.integer({ min: 148, max: 172 }),
      fc.integer({ min: 148, max: 172 }),
      fc.integer({ min: 80, max: 260 }),
      fc.integer({ min: 80, max: 260 }),
      (first, second, ga, gb) => {
        const cups = [
          { body: body(ga), heat: { plastic: first, glass: first - 25 } },
          { body: body(gb), heat: { plastic: second, glass: second - 15 } },
        ];
        const found = matchCups(cups, oven, { wanted, hands });
        const end = endsOf(cups, hands.draws);
        const fits = (x: number, y: number) =>
          Math.min(x, y) >= wanted.low &&
          Math.max(x, y) <= wanted.high &&
          Math.abs(x - y) <= wanted.apart;
        // What is over the window is left alone till it is not.
        const entry = [0, 1].map((i) => {
          let seconds = 0;
          while (end(i, 0, 0, seconds - hands.draws) > wanted.high) seconds++;
          return seconds;
        });
        let soonest: number | null = null;
        const most = found.ok ? found.matching.draw : 40;
        for (let draw = 0; draw <= Math.min(most, 44) && soonest === null; draw++) {
          const idle = [end(0, 0, 0, draw), end(1, 0, 0, draw)] as [number, number];
          if (fits(...idle)) soonest = draw;
          for (const [key, value] of [
            [0, 1],
            [1, 0],
          ] as const)
            for (let x = 4; x + 6 <= draw; x++) {
              const from = Math.max(2, entry[key]!);
              if (from + x + 4 > draw) break;
              const one = end(key, from, x, draw);
              if (fits(one, idle[value])) soonest ??= draw;
              const then = Math.max(from + x + 6, entry[value]!);
              for (let y = 4; then + y + 4 <= draw; y++)
                if (fits(one, end(value, then, y, draw))) soonest ??= draw;
            }
        }
        if (found.ok && found.matching.draw <= 44) assert.equal(found.matching.draw, soonest);
        else assert.equal(soonest, null);
      },
    ),
    { numRuns: 25 },
  );
});

test(
  'E23 matching: where there is none, the least gap of any bursts at any moment, or ' +
    'that none bring them into the window',
  () => {
    const hands = { stir: 4, change: 2, least: 4, draws: 7 };
    const [narrow, horizon] = [{ ...wanted, low: 160, high: 164, apart: 1e-7 }, 60];
    let [told, none] = [0, 0];
    for (const first of [150, 156, 161, 166])
      for (const second of [25, 153, 158, 163])
        for (const grams of [90, 220]) {
          const cups = [
            { body: body(grams), heat: { plastic: first, glass: first - 25 } },
            { body: body(150), heat: { plastic: second, glass: second } },
          ];
          const found = matchCups(cups, oven, { wanted: narrow, hands });
          if (found.ok) continue;
          const at = endsOf(cups, hands.draws);
          const entry = [0, 1].map((i) => {
            let seconds = 0;
            while (at(i, 0, 0, seconds - hands.draws) > narrow.high) seconds++;
            return seconds;
          });
          let least = Infinity;
          const look = (x: number, y: number) => {
            if (Math.min(x, y) >= narrow.low && Math.max(x, y) <= narrow.high)
              least = Math.min(least, Math.abs(x - y));
          };
          for (let draw = 0; draw <= horizon; draw += 2) {
            const idle = [at(0, 0, 0, draw), at(1, 0, 0, draw)] as [number, number];
            look(...idle);
            for (const [key, value] of [
              [0, 1],
              [1, 0],
            ] as const)
              for (let x = 4; x + 6 <= draw; x++) {
                const from = Math.max(2, entry[key]!);
                if (from + x + 4 > draw) break;
                const one = at(key, from, x, draw);
                look(one, idle[value]);
                const then = Math.max(from + x + 6, entry[value]!);
                if (one >= narrow.low && one <= narrow.high)
                  for (let y = 4; then + y + 4 <= draw; y++) look(one, at(value, then, y, draw));
              }
          }
          // Looked at up to a minute: what is said looks further, so it is no more than this, and
          // never “none” where there is one.
          if (Number.isFinite(least)) {
            assert.ok(
              found.least !== null && found.least <= least + 1e-9,
              `${found.least} said, ${least} found`,
            );
            told += 1;
          } else none += 1;
          assert.equal(found.least === null, /no safe bursts/.test(found.why));
        }
    assert.ok(told > 0 && none > 0, `${told} told, ${none} none`);
  },
);

test('matching: what it says comes about, in the window, within what is allowed, never over the ceiling', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          heat: fc.integer({ min: 140, max: 176 }),
          grams: fc.integer({ min: 80, max: 350 }),
        }),
        { minLength: 2, maxLength: 3 },
      ),
      (all) => {
        const cups = all.map((part) => ({
          body: body(part.grams),
          heat: { plastic: part.heat, glass: part.heat - 20 },
        }));
        const found = matchCups(cups, oven, { wanted });
        if (!found.ok) return assert.ok(found.why.length > 10);
        const { bursts, draw, wait, heats } = found.matching;
        assert.equal(
          (bursts.length > 0 ? bursts.at(-1)!.at + bursts.at(-1)!.seconds + 10 : 0) + wait,
          draw,
        );
        assert.ok(
          Math.min(...heats) >= wanted.low - 1e-9 &&
            Math.max(...heats) <= wanted.high + 1e-9 &&
            Math.max(...heats) - Math.min(...heats) <= wanted.apart + 1e-9,
        );
        let from = 0;
        for (const { cup: i, seconds, at } of bursts) {
          from += 5;
          assert.ok(at >= from, 'one after another');
          from = at;
          assert.ok(
            after(cups[i]!.body, cups[i]!.heat, from).plastic <= wanted.high + 0.2,
            'what is over the window is left alone',
          );
          const peak = afterBurst(cups[i]!.body, after(cups[i]!.body, cups[i]!.heat, from), {
            microwave: oven,
            seconds,
          });
          assert.ok(peak.plastic <= wanted.ceiling + 0.2);
          near(
            after(cups[i]!.body, peak, draw + HANDS.draws - from - seconds).plastic,
            heats[i]!,
            0.25,
          );
          from += seconds + 10;
        }
      },
    ),
    { numRuns: 40 },
  );
});

test('matching: cups already together are drawn at once; hopeless ones say why', () => {
  const together = matchCups(
    [
      { body: cup, heat: { plastic: 163, glass: 140 } },
      { body: cup, heat: { plastic: 162, glass: 140 } },
    ],
    oven,
    { wanted },
  );
  assert.ok(together.ok && together.matching.draw === 0 && together.matching.bursts.length === 0);
  const hot = matchCups(
    [
      { body: cup, heat: { plastic: 200, glass: 180 } },
      { body: cup, heat: { plastic: 60, glass: 60 } },
    ],
    { ...oven, power: 300 },
    { wanted: { ...wanted, ceiling: 190 } },
  );
  assert.ok(!hot.ok || hot.matching.draw > 100);
});
