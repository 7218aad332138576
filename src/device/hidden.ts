import { normal } from '../core/chance.ts';

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

const clip = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x));

/**
 * What the demo shop's two ovens really give, evening after evening; their labels say otherwise.
 */
export const TRUE_OVENS: Record<number, { efficiency: number; dead: number }> = {
  1: { efficiency: 0.46, dead: 2.9 },
  2: { efficiency: 0.55, dead: 2.1 },
};

/** An evening's bench drawn from what benches are like. @param chance uniform in [0, 1), seeded */
export function hiddenBench(
  chance: () => number,
  room = clip(normal(chance, 19, 4), 6, 30),
): HiddenBench {
  const usual = Math.exp(normal(chance, 0, 0.18));
  return {
    chance,
    room,
    emissivity: 0.84 + 0.12 * chance(),
    growth: 0.001 + 0.003 * chance(),
    draught: usual,
    usual,
    cups: new Map(),
    ovens: new Map(),
    probe: { lag: 1 + 2 * chance(), offset: normal(chance, 0, 0.4), noise: 0.5 },
  };
}
export const hiddenOven = ({ chance }: HiddenBench, power: number): HiddenOven => ({
  power,
  efficiency: clip(normal(chance, 0.5, 0.08), 0.3, 0.72),
  dead: clip(normal(chance, 2.5, 0.7), 0.8, 5),
  sag: 0.02 + 0.05 * chance(),
  warm: 0,
});
export const hiddenCup = (
  { chance, room }: HiddenBench,
  grams: number,
  bore = 85,
  volume = 500,
  celsius = room,
): HiddenCup => ({
  grams,
  bore,
  glass: (250 + 150 * chance()) * (volume / 500) ** (2 / 3),
  exchange: clip(3 * Math.exp(normal(chance, 0, 0.4)), 1, 8),
  mixing: 4 + 6 * chance(),
  bench: 0.05 + 0.25 * chance(),
  rimShare: 0.1,
  rimTake: 2 + 1.6 * chance(),
  bulk: celsius,
  rim: celsius,
  wall: room + 0.9 * (celsius - room),
});

/** J/g K at a heat: 1.9 in the mean over 20 to 177 °C; how fast it grows is hidden. */
const specific = (bench: HiddenBench, celsius: number): number =>
  1.9 + bench.growth * (celsius - 98.5);
const SIGMA = 5.670374419e-8;
const film = (bench: HiddenBench, surface: number): number => {
  const [s, around] = [surface + 273.15, bench.room + 273.15];
  return (
    2.9 * Math.max(1, surface - bench.room) ** 0.25 * bench.draught +
    bench.emissivity * SIGMA * (s * s + around * around) * (s + around)
  );
};

/** True heat of a cup once stirred. */
export const stirredHeat = (hiddenCup: HiddenCup): number =>
  (1 - hiddenCup.rimShare) * hiddenCup.bulk + hiddenCup.rimShare * hiddenCup.rim;
export function stir(hiddenCup: HiddenCup): void {
  hiddenCup.bulk = hiddenCup.rim = stirredHeat(hiddenCup);
}

/** g of plastic a step of half a second can follow. */
const LEAST = 30;

/** m² of glass that a usual charge wets: what a cup's exchange is told for. */
const WET = 0.017;

/** A cup left alone or in an oven for a moment. @param watts reaching plastic and glass together */
function moment(bench: HiddenBench, hiddenCup: HiddenCup, watts: number, dt: number): void {
  const top = (Math.PI / 4) * (hiddenCup.bore / 1000) ** 2;
  const depth = (hiddenCup.grams * 1e-6) / 0.95 / top;
  const side = Math.PI * (hiddenCup.bore / 1000) * depth + top;
  // Glass that is wet, and a little above: a small charge wets less of it.
  const wet = side / WET;
  const glass = hiddenCup.glass * Math.min(1.5, 0.2 + 0.8 * wet);
  const take = hiddenCup.rimShare * hiddenCup.rimTake;
  const inPlastic = 0.95 * watts;
  // What little is left in an emptied cup follows its glass; the steps are too long for less.
  const grams = Math.max(LEAST, hiddenCup.grams);
  const bulkG = grams * (1 - hiddenCup.rimShare);
  const rimG = grams * hiddenCup.rimShare;
  const mix = hiddenCup.mixing * (hiddenCup.bulk - hiddenCup.rim);
  const fromRim = 0.5 * hiddenCup.exchange * wet * (hiddenCup.rim - hiddenCup.wall);
  const fromBulk = 0.5 * hiddenCup.exchange * wet * (hiddenCup.bulk - hiddenCup.wall);
  const off = film(bench, stirredHeat(hiddenCup)) * top * (stirredHeat(hiddenCup) - bench.room);
  hiddenCup.bulk +=
    (dt * (inPlastic * (1 - take) - mix - fromBulk - off * (1 - hiddenCup.rimShare))) /
    (bulkG * specific(bench, hiddenCup.bulk));
  hiddenCup.rim +=
    (dt * (inPlastic * take + mix - fromRim - off * hiddenCup.rimShare)) /
    (rimG * specific(bench, hiddenCup.rim));
  hiddenCup.wall +=
    (dt *
      (0.05 * watts +
        fromRim +
        fromBulk -
        film(bench, hiddenCup.wall) * side * (hiddenCup.wall - bench.room) -
        hiddenCup.bench * (hiddenCup.wall - bench.room))) /
    (glass * 0.84);
}

/**
 * Everything on the bench, so many seconds on.
 * @param heating cups in an oven, and how much each gets
 */
export function pass(
  bench: HiddenBench,
  seconds: number,
  watts: (cup: string, at: number) => number,
): Map<string, number> {
  const hottest = new Map<string, number>();
  for (let at = 0; at < seconds - 1e-9;) {
    const dt = Math.min(0.5, seconds - at);
    // Draughts: mean-reverting in three minutes.
    bench.draught = Math.max(
      0.3,
      bench.draught +
        (dt / 180) * (bench.usual - bench.draught) +
        normal(bench.chance, 0, 0.012 * Math.sqrt(dt)),
    );
    for (const [key, cup] of bench.cups) {
      moment(bench, cup, watts(key, at + dt / 2), dt);
      hottest.set(key, Math.max(hottest.get(key) ?? -Infinity, cup.bulk, cup.rim));
    }
    for (const oven of bench.ovens.values()) oven.warm = Math.max(0, oven.warm - dt / 600);
    at += dt;
  }
  return hottest;
}

export const wait = (bench: HiddenBench, seconds: number): void =>
  void pass(bench, seconds, () => 0);

/**
 * A burst begun: the W each cup gets, so many seconds into it. What it gives, and when it wakes, is
 * settled here.
 */
export function begin(
  bench: HiddenBench,
  oven: string,
  level: number,
  cups: string[],
): (cup: string, into: number) => number {
  const hiddenOven = bench.ovens.get(oven)!;
  const dead = Math.max(0, hiddenOven.dead + normal(bench.chance, 0, 0.2));
  const share = (cups.length > 1 ? 1.1 : 1) / cups.length;
  const luck = 1 + normal(bench.chance, 0, 0.03);
  const sag = 1 - hiddenOven.sag * Math.min(1, hiddenOven.warm);
  return (cup, into) =>
    cups.includes(cup) && into > dead
      ? hiddenOven.efficiency * hiddenOven.power * level * share * luck * sag
      : 0;
}

/**
 * A burst; what stands in the oven is stirred when the maker does it. Gives the hottest any of it
 * became, °C.
 */
export function burst(
  bench: HiddenBench,
  oven: string,
  level: number,
  cups: string[],
  seconds: number,
): Map<string, number> {
  const hottest = pass(bench, seconds, begin(bench, oven, level, cups));
  const hiddenOven = bench.ovens.get(oven)!;
  hiddenOven.warm = Math.min(1, hiddenOven.warm + seconds / 240);
  return hottest;
}

/**
 * What a thermometer shows of a cup: taken out when it nearly stands still, so still a little
 * under.
 */
export const read = (bench: HiddenBench, cup: string): number => {
  const rate = 0.15 + 0.25 * bench.chance();
  return (
    Math.round(
      (stirredHeat(bench.cups.get(cup)!) +
        bench.probe.offset -
        rate * bench.probe.lag +
        normal(bench.chance, 0, bench.probe.noise)) *
        10,
    ) / 10
  );
};

/** Plastic put into a cup, or taken out of it (below 0), at a heat. */
export function pour(hiddenCup: HiddenCup, grams: number, celsius: number): void {
  stir(hiddenCup);
  if (grams > 0)
    hiddenCup.bulk = hiddenCup.rim =
      (hiddenCup.grams * hiddenCup.bulk + grams * celsius) / (hiddenCup.grams + grams);
  hiddenCup.grams = Math.max(1, hiddenCup.grams + grams);
}
