import { sum } from '../shot/volume.ts';
import { baitsToShoot, chanceOfEnough } from '../yield/spares.ts';
import { type NotLaid, MOST_SHOTS } from './laid.ts';
import { type Run, sizesOf } from './run.ts';

export interface Wanted {
  need: number;
  confidence: number;
  trials: number;
  extra: number;
}
export function countShots(
  run: Run,
  wanted: Wanted,
  strength: number,
): { shots: number; baits: number; chance: number } | NotLaid {
  const { good, strength: learned, cavities } = run.tools;
  const guess = { share: good, strength: learned ?? strength, cavities };
  const sizes = sizesOf(run.tools.moulds);
  const most = MOST_SHOTS * Math.max(...sizes);
  if (wanted.need > most) return 'shots';
  const least = baitsToShoot(wanted.need, guess, wanted.confidence);
  if (least === null) return 'spares';
  if (least > most) return 'shots';
  let shots = 0;
  let baits = 0;
  while (baits < least) baits += sizes[shots++ % sizes.length]!;
  const all = Math.max(wanted.need > 0 ? 1 : 0, shots + wanted.extra);
  baits = sum(Array.from({ length: all }, (_, i) => sizes[i % sizes.length]!));
  return { shots: all, baits, chance: chanceOfEnough(wanted.need, baits, guess) };
}
