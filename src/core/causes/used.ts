import type { Mould } from '../mould/schema.ts';
import type { SettingKey } from './settingKinds.ts';
import type { Trial } from './tryNext.ts';

/** Ends of a setting: °C, or s. */
export interface SettingRange {
  low: number;
  high: number;
}
/** K to either side of what is tried: hands hold no less (judgement). */
const HELD = 2;

/** The window test shots are shot in, and how many they are, as a mould keeps them. */
export const triesOf = ({
  at,
  shots,
}: Pick<Trial, 'at' | 'shots'>): NonNullable<Mould['tries']> => ({
  low: Math.round(at) - HELD,
  high: Math.round(at) + HELD,
  shots,
});

const middle = ({ low, high }: SettingRange): number => (low + high) / 2;
const whole = ({ low, high }: SettingRange): SettingRange => ({
  low: Math.round(low),
  high: Math.round(high),
});
type Uses = (mould: Mould, own: SettingRange, build: string | null) => Mould;
/** A mould that uses its own setting: its window for one build, or for all where none is said. */
export const USED: Record<SettingKey, Uses> = {
  heat: (mould, own, build) =>
    build === null
      ? { ...mould, window: whole(own) }
      : {
          ...mould,
          windows: [
            ...mould.windows.filter((one) => one.build !== build),
            { build, ...whole(own) },
          ],
        },
  metal: (mould, own) => ({ ...mould, warmTo: Math.round(middle(own)) }),
  held: (mould, own) => ({ ...mould, hold: Math.round(middle(own)) }),
};
/** A setting that lies where today's does, to less than a degree or a second. */
export const isInUse = (own: SettingRange, today: number): boolean =>
  Math.abs(middle(own) - today) < 1;
