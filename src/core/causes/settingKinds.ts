/** What a shop sets of a shot, that its own record can tell the best of. */
export const SETTINGS = {
  heat: { name: 'heat at the draw', scale: 8, step: 1, prior: { mean: -0.35, sd: 0.35 } },
  metal: { name: 'metal at the shot', scale: 8, step: 1, prior: { mean: -0.25, sd: 0.3 } },
  held: { name: 'hold', scale: 6, step: 1, prior: { mean: -0.1, sd: 0.2 } },
} as const;
export type SettingKey = keyof typeof SETTINGS;
