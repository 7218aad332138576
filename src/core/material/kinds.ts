/**
 * What stands on a shelf, by kind: how it is dosed, whether it colours, its usual density and
 * weight as it lies in a spoon (g/mL), and mL of a drop. Judgements, settable by weighing.
 */
export const KINDS = {
  plastisol: {
    name: 'plastisol',
    by: 'mL',
    colours: false,
    density: 1.03,
    spoon: 1.03,
    drop: 0.05,
  },
  pigment: { name: 'pigment', by: 'drops', colours: true, density: 1.1, spoon: 1.1, drop: 0.05 },
  double: {
    name: 'double strength pigment',
    by: 'drops',
    colours: true,
    density: 1.2,
    spoon: 1.2,
    drop: 0.05,
  },
  thick: {
    name: 'thick pigment',
    by: 'drops',
    colours: true,
    density: 1.35,
    spoon: 1.35,
    drop: 0.08,
  },
  pearl: {
    name: 'pearl powder',
    by: 'spoons',
    colours: true,
    density: 2.6,
    spoon: 0.3,
    drop: 0.05,
  },
  highlight: {
    name: 'highlight powder',
    by: 'spoons',
    colours: true,
    density: 2.6,
    spoon: 0.25,
    drop: 0.05,
  },
  glow: { name: 'glow powder', by: 'spoons', colours: false, density: 3.6, spoon: 1.4, drop: 0.05 },
  shift: {
    name: 'colour-shift powder',
    by: 'spoons',
    colours: false,
    density: 2.6,
    spoon: 0.3,
    drop: 0.05,
  },
  flake: { name: 'flake', by: 'spoons', colours: false, density: 1.38, spoon: 0.55, drop: 0.05 },
  softener: {
    name: 'softener',
    by: 'drops',
    colours: false,
    density: 0.98,
    spoon: 0.98,
    drop: 0.05,
  },
  stabiliser: {
    name: 'stabiliser',
    by: 'drops',
    colours: false,
    density: 1.0,
    spoon: 1.0,
    drop: 0.05,
  },
  salt: { name: 'salt', by: 'spoons', colours: false, density: 2.16, spoon: 1.2, drop: 0.05 },
  scent: { name: 'scent', by: 'drops', colours: false, density: 0.95, spoon: 0.95, drop: 0.05 },
  oil: { name: 'oil', by: 'drops', colours: false, density: 0.92, spoon: 0.92, drop: 0.05 },
  puck: { name: 'remelt puck', by: 'mL', colours: true, density: 1.03, spoon: 1.03, drop: 0.05 },
} as const;
export type MaterialKind = keyof typeof KINDS;

/** mL that counts as one dose of a kind: a drop, a 64th of a teaspoon of powder, a mL of a puck. */
export const doseOf = (other: { kind: MaterialKind; drop: number }): number =>
  ({ drops: other.drop, spoons: PINCH, mL: 1 })[KINDS[other.kind].by];

/**
 * mL of powder that counts as one dose: a 64th of a US teaspoon, the least there is a spoon for.
 */
export const PINCH = 4.92892159375 / 64;
