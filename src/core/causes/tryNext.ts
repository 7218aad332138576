import { sigmoid } from './logistic.ts';
import type { SettingKey } from './settingKinds.ts';
import { covarianceOf, oddsAt, type SettingsFit, shareExpected } from './settings.ts';

/** Test shots that are worth what they cost. */
export interface Trial {
  key: TriedKey;
  /** figure to shoot at: °C, or s */
  at: number;
  shots: number;
  /** baits they are worth, of those still to be shot, and what they cost */
  gain: number;
  cost: number;
}
/** Settings a test can be of: hands keep to them shot by shot. */
export type TriedKey = Extract<SettingKey, 'heat' | 'held'>;
/** What may be tried. */
export interface Tries {
  key: TriedKey;
  /** figures that may be shot at: between what fuses and what scorches, or s that may be held */
  low: number;
  high: number;
  /** baits a shot gives, and baits of it that are still to be shot */
  baits: number;
  left: number;
}

/** Shots a test may have, and K or s between what is looked at. */
const SHOTS = [1, 2, 3, 4] as const;
const STEP = 2;
/** Ways a test may come out: normal scores and their chances, in equal parts. */
const SCORES = Array.from({ length: 21 }, (_, nth) => -2.5 + nth * 0.25);
const CHANCES = SCORES.map((score) => Math.exp((-score * score) / 2));
const CHANCE = CHANCES.reduce((sum, one) => sum + one, 0);
/** Baits a test must be worth beyond its cost, and of all still to be shot: under it, go on. */
const WORTH = { baits: 2, share: 0.005 } as const;

/**
 * The few test shots that are worth most: what the best setting is expected to bring once their
 * result is known, over what the best brings now, for all baits still to be shot, less the baits
 * they cost (the knowledge gradient: Frazier, Powell & Dayanik 2008, INFORMS Journal on Computing
 * 21, for a belief that is normal and correlated).
 * @returns null where none is worth more than it costs
 */
export function tryNext(of: SettingsFit, { key, low, high, baits, left }: Tries): Trial | null {
  const count = Math.max(1, Math.floor((high - low) / STEP));
  const grid = Array.from({ length: count + 1 }, (_, nth) => low + nth * STEP);
  const here = grid.map((at) => ({ at, ...oddsAt(of, { [key]: at }) }));
  const shares = here.map(shareExpected);
  const best = Math.max(...shares);
  let found: (Trial & { worth: number }) | null = null;
  for (const [nth, test] of here.entries()) {
    const share = sigmoid(test.mean);
    const own = test.sd ** 2;
    const shift = here.map(({ row }) => covarianceOf(of, row, test.row));
    for (const shots of SHOTS) {
      const tells = shots * baits * share * (1 - share);
      const scale = Math.sqrt(tells / (1 + tells * own));
      // What is left unsure of each once the test is known.
      const after = here.map(({ sd }, at) =>
        Math.sqrt(Math.max(0, sd ** 2 - (shift[at]! * scale) ** 2)),
      );
      const expected = SCORES.reduce((sum, score, at) => {
        const most = Math.max(
          ...here.map(({ mean }, one) =>
            shareExpected({ mean: mean + shift[one]! * scale * score, sd: after[one]! }),
          ),
        );
        return sum + (CHANCES[at]! / CHANCE) * most;
      }, 0);
      const gain = Math.max(0, left - shots * baits) * Math.max(0, expected - best);
      const cost = shots * baits * (best - shares[nth]!);
      const worth = gain - cost;
      if (worth > Math.max(WORTH.baits, WORTH.share * left) && (!found || worth > found.worth))
        found = { key, at: test.at, shots, gain, cost, worth };
    }
  }
  return found && { key, at: found.at, shots: found.shots, gain: found.gain, cost: found.cost };
}
