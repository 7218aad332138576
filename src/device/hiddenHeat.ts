import { normal } from '../core/chance.ts';
import type { HiddenCup, HiddenBench } from './hiddenBench.ts';
import { stirredHeat } from './hiddenBench.ts';

/** J/g K at a heat: 1.9 in the mean over 20 to 177 °C; how fast it grows is hidden. */
const specific = (bench: HiddenBench, celsius: number): number =>
  1.9 + bench.growth * (celsius - 98.5);
const SIGMA = 5.670374419e-8;
const film = (bench: HiddenBench, surface: number): number => {
  const [surfaceK, around] = [surface + 273.15, bench.room + 273.15];
  return (
    2.9 * Math.max(1, surface - bench.room) ** 0.25 * bench.draught +
    bench.emissivity * SIGMA * (surfaceK * surfaceK + around * around) * (surfaceK + around)
  );
};

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
