import type { Mould } from '../mould/schema.ts';
import { type ShotOf, withWindow } from '../mould/window.ts';
import type { Habit } from '../session/habit.ts';
import { type SettingKey, SETTINGS } from './settingKinds.ts';
import type { Trial } from './tryNext.ts';

/** Ends of a setting: °C, or s. */
export interface SettingRange {
  low: number;
  high: number;
}
/** K to either side of what is tried: hands hold no less (judgement). */
const HELD = 2;

const middle = ({ low, high }: SettingRange): number => (low + high) / 2;
const whole = ({ low, high }: SettingRange): SettingRange => ({
  low: Math.round(low),
  high: Math.round(high),
});
/**
 * How test shots are shot, and how many they are, as a mould keeps them.
 * @param window today's, in which what is not about heat is tried
 * @param of what they are shot of: what the record was cut by
 */
export const triesOf = (
  { key, at, shots }: Pick<Trial, 'key' | 'at' | 'shots'>,
  window: SettingRange,
  of: ShotOf,
): NonNullable<Mould['tries']> =>
  key === 'held'
    ? { ...of, ...whole(window), shots, hold: Math.round(at) }
    : { ...of, low: Math.round(at) - HELD, high: Math.round(at) + HELD, shots, hold: null };

type Uses = (mould: Mould, own: SettingRange, of: ShotOf) => Mould;
/** Settings that are a mould's own. */
export type MouldSetting = Exclude<SettingKey, 'looked'>;
/** A mould that uses its own setting: its window for what is shot in it, the rest for all of it. */
export const USED: Record<MouldSetting, Uses> = {
  heat: (mould, own, of) => withWindow(mould, of, whole(own)),
  metal: (mould, own) => ({ ...mould, warmTo: Math.round(middle(own)) }),
  held: (mould, own) => ({ ...mould, hold: Math.round(middle(own)) }),
  cooled: (mould, own) => ({ ...mould, letCool: Math.round(100 * Math.exp(middle(own))) / 100 }),
};
export const isMouldSetting = (key: SettingKey): key is MouldSetting => Object.hasOwn(USED, key);

/** Habits with, or without, the second look at what is shot in a mould; what is said of all else stays. */
export const lookedAt = (
  habits: readonly Habit[],
  mould: number,
  { build, look }: { build: string | null; look: boolean },
): Habit[] => [
  ...habits.filter(
    (habit) =>
      habit.step !== 'secondLook' ||
      habit.mould !== mould ||
      (build ?? habit.build) !== habit.build,
  ),
  ...(look ? [] : [{ step: 'secondLook' as const, when: 'never' as const, mould, build }]),
];
/** A setting that lies where today's does, to less than half of what hands hold. */
export const isInUse = (key: SettingKey, own: SettingRange, today: number): boolean =>
  Math.abs(middle(own) - today) < Math.max(SETTINGS[key].step, 0.02);
