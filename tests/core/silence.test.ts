import assert from 'node:assert/strict';
import { test } from 'node:test';
import { heatOf } from '@/core/heat/index.ts';
import { follower, USUAL_SETUP } from '@/core/session/index.ts';
import type { HeatNote } from '@/core/session/index.ts';
import { vessel, sane } from './estimateKit.ts';

/** A cup read at 180° so many times, s apart. */
const readAlike = (times: number, { from, apart }: { from: number; apart: number }): HeatNote[] =>
  Array.from({ length: times }, (_, i) => ({
    id: `r${i}`,
    at: from + i * apart * 1000,
    kind: 'reading',
    cup: '1',
    celsius: 180,
    sd: 0.7,
    eye: false,
    device: false,
  }));

test('a cup read alike again and again, then left: it cools, its range grows, and nothing runs away', () => {
  for (const [grams, volume, before, times, apart] of [
    [60, 250, 120, 15, 2],
    [30, 250, 90, 30, 5],
    [30, 500, 120, 5, 5],
    [120, 500, 150, 12, 7],
  ] as const) {
    const notes: HeatNote[] = [
      {
        id: 'm',
        at: 0,
        kind: 'mass',
        cup: '1',
        vessel: { ...vessel, volume },
        grams,
        added: { grams, celsius: { mean: 20, sd: 3 } },
      },
      ...[60, 120].map((seconds, i): HeatNote => ({
        id: `b${i}`,
        at: 20_000 + 100_000 * i,
        kind: 'burst',
        cups: ['1'],
        oven: 0,
        level: 1,
        seconds,
        ended: false,
      })),
      {
        id: 'r',
        at: 270_000,
        kind: 'reading',
        cup: '1',
        celsius: before,
        sd: 0.7,
        eye: false,
        device: false,
      },
      ...readAlike(times, { from: 300_000, apart }),
    ];
    const follow = follower(USUAL_SETUP);
    for (const seconds of [60, 120, 240, 900]) {
      const followed = follow(notes, notes.at(-1)!.at + seconds * 1000);
      const { celsius, sd } = heatOf(followed.belief, '1');
      assert.ok(
        celsius < 181 && celsius > 19 && sd < 25,
        `${grams} g, ${times} times ${apart} s apart: ${celsius} ± ${sd} after ${seconds} s`,
      );
    }
  }
  for (const [key, apart] of [
    [5, 10],
    [30, 1],
    [12, 4],
    [20, 2],
    [8, 7],
  ] as const) {
    // Heated by a burst that was logged, and by none: read hot out of nowhere.
    for (const burst of [true, false]) {
      const notes: HeatNote[] = [
        {
          id: 'm',
          at: 0,
          kind: 'mass',
          cup: '1',
          vessel,
          grams: 220,
          added: { grams: 220, celsius: { mean: 20, sd: 1 } },
        },
        ...(burst
          ? [
              {
                id: 'b',
                at: 5_000,
                kind: 'burst',
                cups: ['1'],
                oven: 0,
                level: 1,
                seconds: 180,
                ended: false,
              } satisfies HeatNote,
            ]
          : []),
        ...readAlike(key, { from: 200_000, apart }),
      ];
      const follow = follower(USUAL_SETUP);
      const last = notes.at(-1)!.at;
      let before = heatOf(follow(notes, last).belief, '1');
      for (const seconds of [30, 60, 120, 240, 480]) {
        const followed = follow(notes, last + seconds * 1000);
        sane(followed, 400, `${key} times ${apart} s apart, ${seconds} s on`);
        const now = heatOf(followed.belief, '1');
        assert.ok(
          now.celsius < before.celsius,
          `${key} × ${apart} s: it falls, ${before.celsius} to ${now.celsius} after ${seconds} s`,
        );
        assert.ok(
          now.sd >= before.sd - 1e-9 && now.sd < 15,
          `${key} × ${apart} s: ± ${now.sd} after ${seconds} s`,
        );
        before = now;
      }
    }
  }
});
