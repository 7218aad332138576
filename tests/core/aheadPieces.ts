import type { Piece } from '@/core/ahead/index.ts';

export const HOUR = 3_600_000;
export const DAY = 24 * HOUR;
export const part = (nth: number, { bait = 1, colourway = 2, count = 20, due = '5' } = {}) => ({
  ...{ part: nth, line: nth, for: `customer ${nth}`, bait, colourway, count, due },
});
export const piece = (nth: number, over: Partial<Piece> = {}): Piece => ({
  ...{ key: `${nth}/2`, bait: 1, colourway: 2, mould: 1, baits: 20, by: 5 * DAY },
  parts: [part(nth)],
  ...over,
});
