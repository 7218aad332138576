import { type SettingKey, SETTINGS } from './settingKinds.ts';
import { fitSettings, type SettingCurve, settingCurve, type Today } from './settings.ts';
import type { Trial } from './tryNext.ts';
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
  mould: { today: Today; baits: number; left: number } | null;
}
/** What the shop's record says of causes, settings, and tests. */
export interface CausesTold {
  whys: { fault: string; why: Why }[];
  curves: Record<SettingKey, SettingCurve> | null;
  trial: Trial | null;
}

/** °C that may be tried: what fuses, and well under what scorches (handbook §3); K off today's. */
const TRIED = { low: 148, high: 184, off: 8 } as const;

/** All that is told of some shots, worked out. */
export function causesTold({ shots, faults, mould }: CausesAsked): CausesTold {
  const whys = faults.map((fault) => ({ fault, why: whyOf(shots, fault, faults.length) }));
  if (!mould) return { whys, curves: null, trial: null };
  const { baits, left, today } = mould;
  const fit = fitSettings(shots, today);
  const low = Math.max(TRIED.low, today.heat - TRIED.off);
  const high = Math.max(low, Math.min(TRIED.high, today.heat + TRIED.off));
  return {
    whys,
    curves: Object.fromEntries(
      Object.keys(SETTINGS).map((key) => [key, settingCurve(fit, key as SettingKey)]),
    ) as CausesTold['curves'],
    trial: tryNext(fit, { key: 'heat', low, high, baits, left }),
  };
}
