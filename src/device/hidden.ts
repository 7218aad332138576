import { stirredHeat } from './hiddenBench.ts';
import type { HiddenCup, HiddenOven, HiddenBench } from './hiddenBench.ts';
import { pass } from './hiddenHeat.ts';
import { normal } from '../core/chance.ts';

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
  {
    bore = 85,
    volume = 500,
    celsius = room,
  }: { bore?: number; volume?: number; celsius?: number } = {},
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
export function stir(hiddenCup: HiddenCup): void {
  hiddenCup.bulk = hiddenCup.rim = stirredHeat(hiddenCup);
}

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
  { oven, level, cups, seconds }: { oven: string; level: number; cups: string[]; seconds: number },
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
