import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normal, seeded } from '@/core/chance.ts';
import type { OutlineKey, Photograph } from '@/core/mould/index.ts';
import {
  endForEnd,
  OUTLINES,
  profileOf,
  roughVolume,
  silhouetteOf,
  turnedOver,
} from '@/core/mould/index.ts';

const SIZE = { width: 420, height: 320 };
interface Taken {
  turn?: number;
  /** colours of ground and bait */
  ground?: number[];
  bait?: number[];
  length?: number;
  at?: { x: number; y: number };
}
/** A photograph of an outline on a ground that is not quite even, with a camera's noise. */
function taken(
  key: OutlineKey,
  {
    turn = 0,
    ground = [205, 200, 190],
    bait = [90, 110, 70],
    length = 260,
    at = { x: 210, y: 160 },
  }: Taken,
): Photograph {
  const chance = seeded(5);
  const stations = profileOf(OUTLINES[key].stations, 400);
  const { width, height } = SIZE;
  const data = new Uint8ClampedArray(4 * width * height);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  for (let nth = 0; nth < width * height; nth++) {
    const [x, y] = [(nth % width) - at.x, Math.floor(nth / width) - at.y];
    const along = (x * cos + y * sin) / length + 0.5;
    const across = (y * cos - x * sin) / length;
    const station = stations[Math.round(along * 400)];
    const inside = station !== undefined && -across <= station[1] && across <= station[2];
    const light = 1 + (0.1 * (nth % width)) / width;
    (inside ? bait : ground).forEach(
      (band, i) => (data[4 * nth + i] = band * light + normal(chance, 0, 6)),
    );
    data[4 * nth + 3] = 255;
  }
  return { ...SIZE, data };
}

test('a photograph gives the outline it is of, however it lies, to a hundredth of its length or two', () => {
  for (const key of ['eel', 'sprat', 'prawn', 'ragworm', 'flatfish'] as const)
    for (const turn of [0, 0.4, -1.1]) {
      const found = silhouetteOf(taken(key, { turn, length: 230 }));
      assert.ok(found.ok, found.ok ? '' : found.message);
      const own = profileOf(OUTLINES[key].stations, 40);
      // Of its own axis only the depth is known: back and belly lie about the middle of what is seen.
      const depths = (profile: typeof found.profile) => profile.map(([, up, down]) => up + down);
      const [seen, other] = [depths(found.profile), depths(endForEnd(found.profile))];
      const off = (one: number[]) =>
        one.reduce((sum, depth, nth) => sum + Math.abs(depth - own[nth]![1] - own[nth]![2]), 0) /
        41;
      assert.ok(Math.min(off(seen), off(other)) < 0.015, `${key} at ${turn}: ${off(seen)}`);
      const volume = roughVolume(key, 100, found.profile) / roughVolume(key, 100);
      assert.ok(Math.abs(volume - 1) < 0.12, `${key}: ${volume} of its volume`);
    }
});

test('its deeper end is the nose; turned end for end and over, it is that twice over again', () => {
  const found = silhouetteOf(taken('sprat', { turn: Math.PI }));
  assert.ok(found.ok);
  const sum = (from: number, to: number) =>
    found.profile.slice(from, to).reduce((all, [, up, down]) => all + up + down, 0);
  assert.ok(sum(0, 16) > sum(25, 41));
  assert.deepEqual(turnedOver(turnedOver(found.profile)), found.profile);
  endForEnd(endForEnd(found.profile)).forEach((station, nth) =>
    assert.ok(Math.abs(station[0] - found.profile[nth]![0]) < 1e-12),
  );
});

test('what is no bait on a plain ground is refused in words', () => {
  const none = silhouetteOf(taken('eel', { bait: [205, 200, 190] }));
  assert.match(none.ok ? '' : none.message, /No bait stands out/);
  const off = silhouetteOf(taken('eel', { at: { x: 20, y: 160 } }));
  assert.match(off.ok ? '' : off.message, /runs off the picture/);
});
