import { type SettingKey, SETTINGS } from './settingKinds.ts';
import {
  fitSettings,
  type SettingCurve,
  settingCurve,
  type SettingsFit,
  type Today,
} from './settings.ts';
import type { Trial, TriedKey } from './tryNext.ts';
import { tryNext } from './tryNext.ts';
import type { ShotSeen } from './conditionsUsed.ts';
import type { Why } from './why.ts';
import { whyOf } from './why.ts';

/** What is to be told of some shots. */
export interface CausesAsked {
  shots: readonly ShotSeen[];
  /** faults to be looked into, the most frequent first */
  faults: readonly string[];
  /** what stands today where the shots are of one mould; null = they are of several */
  mould: OfMould | null;
}
/** A mould that is asked about: what stands today, baits of a shot, and of it still to be shot. */
interface OfMould {
  today: Today;
  baits: number;
  left: number;
}
/** What the shop's record says of causes, settings, and tests. */
export interface CausesTold {
  whys: { fault: string; why: Why }[];
  curves: Record<SettingKey, SettingCurve> | null;
  trial: Trial | null;
}

/**
 * °C that may be tried: what fuses, and well under what scorches (handbook §3), and s that a hand
 * holds; and K or s off today's: what was never held so is reckoned from too far otherwise.
 */
const TRIED = {
  heat: { low: 148, high: 184, off: 8 },
  held: { low: 4, high: 40, off: 6 },
} as const satisfies Record<TriedKey, { low: number; high: number; off: number }>;

/** The test that is worth most, of what may be tried. */
const bestTrial = (fit: SettingsFit, { today, baits, left }: OfMould): Trial | null =>
  (Object.keys(TRIED) as TriedKey[])
    .flatMap((key) => {
      const { low: least, high: most, off } = TRIED[key];
      const low = Math.max(least, today[key] - off);
      const high = Math.max(low, Math.min(most, today[key] + off));
      return tryNext(fit, { key, low, high, baits, left }) ?? [];
    })
    .sort((one, other) => other.gain - other.cost - (one.gain - one.cost))[0] ?? null;

/** All that is told of some shots, worked out. */
export function causesTold({ shots, faults, mould }: CausesAsked): CausesTold {
  const whys = faults.map((fault) => ({ fault, why: whyOf(shots, fault, faults.length) }));
  if (!mould) return { whys, curves: null, trial: null };
  const fit = fitSettings(shots, mould.today);
  return {
    whys,
    curves: Object.fromEntries(
      Object.keys(SETTINGS).map((key) => [key, settingCurve(fit, key as SettingKey)]),
    ) as CausesTold['curves'],
    trial: bestTrial(fit, mould),
  };
}
