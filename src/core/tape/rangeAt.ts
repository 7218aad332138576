import type { Range } from './cookingTime.ts';

/**
 * When something of an evening comes, with its range: as unsure as the share of the evening that is
 * still before it, as a sum of many parts is.
 * @param ends of the evening, s from its start
 * @param since what is behind it and known, s
 */
export function rangeAt(ends: Range, at: number, since = 0): Range {
  const share = Math.max(0, at - since) / Math.max(1, ends.mid - since);
  const half = (ends.high - ends.mid) * Math.sqrt(Math.min(1, share));
  return { low: Math.max(0, at - half), mid: at, high: at + half };
}
