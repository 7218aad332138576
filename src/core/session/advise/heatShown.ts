import { type HeatAnswer, shownHeat } from '../foresee/types.ts';
import { tenth } from './words.ts';

/**
 * Heat of a cup as the bench shows it now, with its spread; null where nothing is reckoned of it.
 */
export function heatShown(
  answer: HeatAnswer,
  cup: string,
  now: number,
): { celsius: number; sd: number } | null {
  const seen = answer.cups[cup];
  return seen
    ? {
        celsius: tenth(shownHeat(seen, Math.max(0, (now - answer.at) / 1000))),
        sd: Math.round(seen.now.sd * 100) / 100,
      }
    : null;
}
