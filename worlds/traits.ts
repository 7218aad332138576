/** How far one thing differs: from shop to shop, and in one shop from evening to evening. */
export interface Drawn {
  mean: number;
  shop: number;
  evening: number;
}

/**
 * What makes one world unlike another. Figures are physics of that world only; no model knows them.
 */
export interface Traits {
  name: string;
  /**
   * extra pace of a cup's hot spot, as a share of the mean's; whether it lies elsewhere each burst
   */
  spot: { gain: Drawn; wanders: boolean };
  /** share of water in fresh plastisol, which boils off between 100 and 130 °C */
  damp: Drawn;
  /** J/g taken up while it fuses, between 120 and 160 °C */
  fusing: number;
  instrument: 'probe' | 'gun';
  /** share by which an instrument reads short of (true − room), once plastic is glossy */
  short: Drawn;
  /** s a probe lags */
  lag: number;
  oven: 'steady' | 'sags' | 'cycles';
  /** K/K of the still-air loss that gusts add */
  gusts: number;
  /** °C of the shop */
  room: Drawn;
  /** J/K of the glass, and the share of microwaves it takes */
  glass: { capacity: Drawn; takes: number };
  /**
   * share by which what is measured into a cup, and what a mould takes, is not what its label says
   */
  label: number;
  /** K its far end is colder than the end that stands on the plate, when just warmed */
  coldEnd: number;
  /** how much faster than usual barrel and block take heat from a draw */
  barrel: number;
}

const drawn = (mean: number, shop = 0, evening = 0): Drawn => ({ mean, shop, evening });

const ORDINARY: Omit<Traits, 'name'> = {
  spot: { gain: drawn(0.9, 0.2, 0.1), wanders: false },
  damp: drawn(0.0005),
  fusing: 0,
  instrument: 'probe',
  short: drawn(0.002, 0.002),
  lag: 1.5,
  oven: 'steady',
  gusts: 0.15,
  room: drawn(19, 3, 2),
  glass: { capacity: drawn(270, 30, 10), takes: 0.04 },
  label: 0.02,
  coldEnd: 3,
  barrel: 1,
};

/** Worlds advice is tried in: each has something no model has. README.md has a page on each. */
export const WORLDS: readonly Traits[] = [
  { ...ORDINARY, name: 'hot spot', spot: { gain: drawn(1.5, 0.3, 0.2), wanders: true } },
  { ...ORDINARY, name: 'damp', damp: drawn(0.004, 0.0015, 0.0015), fusing: 14 },
  { ...ORDINARY, name: 'slow probe', short: drawn(0.014, 0.008), lag: 2, oven: 'sags' },
  {
    ...ORDINARY,
    name: 'infrared',
    instrument: 'gun',
    short: drawn(0.05, 0.025, 0.01),
    oven: 'cycles',
  },
  {
    ...ORDINARY,
    name: 'cold and draughty',
    room: drawn(10, 2, 2),
    gusts: 0.5,
    glass: { capacity: drawn(420, 60, 20), takes: 0.09 },
  },
  { ...ORDINARY, name: 'uneven metal', coldEnd: 9, barrel: 1.8, label: 0.07 },
  {
    ...ORDINARY,
    name: 'by gun in the cold',
    spot: { gain: drawn(1.3, 0.2, 0.3), wanders: true },
    damp: drawn(0.0025, 0.001, 0.0015),
    fusing: 10,
    instrument: 'gun',
    short: drawn(0.03, 0.015, 0.008),
    oven: 'sags',
    gusts: 0.3,
    room: drawn(13, 4, 2),
    glass: { capacity: drawn(360, 70, 20), takes: 0.07 },
    label: 0.05,
    coldEnd: 7,
    barrel: 1.3,
  },
];

/**
 * Written last and run once, after the advice was done: a mixture of its own, unlike any of the
 * others.
 */
export const HELD_BACK: Traits = {
  ...ORDINARY,
  name: 'held back',
  spot: { gain: drawn(1.1, 0.25, 0.25), wanders: false },
  damp: drawn(0.0015, 0.0008, 0.001),
  fusing: 6,
  short: drawn(0.009, 0.006, 0.003),
  lag: 2.2,
  oven: 'cycles',
  gusts: 0.35,
  room: drawn(25, 3, 3),
  glass: { capacity: drawn(210, 40, 15), takes: 0.03 },
  label: 0.04,
  coldEnd: 5,
  barrel: 0.7,
};
