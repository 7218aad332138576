/**
 * The bench itself, as the stand-ins for instruments answer from it. On purpose of another build
 * than the models of `core/heat`: a rim of its own, plastic whose specific heat grows, draughts
 * that come and go, a magnetron that sags, glass that takes up microwaves, a probe that lags. Its
 * constants are hidden.
 */
export interface HiddenCup {
  grams: number;
  glass: number;
  bore: number;
  /** W/K plastic to glass, rim to the rest of the plastic, glass to the bench */
  exchange: number;
  mixing: number;
  bench: number;
  /**
   * share of the plastic that lies at the wall, and how much more than its share of the oven it
   * takes
   */
  rimShare: number;
  rimTake: number;
  /** °C */
  bulk: number;
  rim: number;
  wall: number;
}
export interface HiddenOven {
  power: number;
  efficiency: number;
  dead: number;
  /** share of its power lost once it has run long, and how long it has */
  sag: number;
  warm: number;
}
export interface HiddenBench {
  chance: () => number;
  room: number;
  emissivity: number;
  /** of the specific heat, J/g K² */
  growth: number;
  /** draught on top of still air: now, its usual, how much it wanders */
  draught: number;
  usual: number;
  cups: Map<string, HiddenCup>;
  ovens: Map<string, HiddenOven>;
  probe: { lag: number; offset: number; noise: number };
}

/** True heat of a cup once stirred. */
export const stirredHeat = (hiddenCup: HiddenCup): number =>
  (1 - hiddenCup.rimShare) * hiddenCup.bulk + hiddenCup.rimShare * hiddenCup.rim;
