interface SettingEntry {
  name: string;
  /** figure one coefficient is for */
  scale: number;
  /** how close points of its curve lie */
  step: number;
  /** how wide its best is at the least: hands hold no less */
  wide: number;
  /** a figure has a best somewhere; of yes and no one is better */
  kind: 'figure' | 'yes';
  /** what is believed of its square before anything is shot: today's is the best, loosely */
  prior: { mean: number; sd: number };
}
/** What a shop sets of a shot, that its own record can tell the best of. */
export const SETTINGS = {
  heat: {
    ...{ name: 'heat at the draw', kind: 'figure', scale: 8, step: 1, wide: 6 },
    prior: { mean: -0.35, sd: 0.35 },
  },
  metal: {
    ...{ name: 'metal at the shot', kind: 'figure', scale: 8, step: 1, wide: 6 },
    prior: { mean: -0.25, sd: 0.3 },
  },
  held: {
    ...{ name: 'hold', kind: 'figure', scale: 6, step: 1, wide: 6 },
    prior: { mean: -0.1, sd: 0.2 },
  },
  /** ln of times as long as reckoned */
  cooled: {
    ...{ name: 'time it is let cool', kind: 'figure', scale: 0.2, step: 0.04, wide: 0.12 },
    prior: { mean: -0.1, sd: 0.2 },
  },
  /** 1 = the sprue is looked at a second time, and topped off; 0 = it is not */
  looked: {
    ...{ name: 'second look and topping off', kind: 'yes', scale: 1, step: 1, wide: 0 },
    prior: { mean: 0, sd: 0 },
  },
} as const satisfies Record<string, SettingEntry>;
export type SettingKey = keyof typeof SETTINGS;
