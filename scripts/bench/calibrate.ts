// How true the forecasts of heat are, on simulated evenings whose constants nobody told them.
// Prints JSON.
import type { Belief, Burst } from '../../src/core/heat/index.ts';
import {
  aheadOf,
  burstOf,
  burstTo,
  cooled,
  EXCHANGE,
  heated,
  newBelief,
  PRIOR,
  updated,
  withCup,
  withMass,
  withOven,
} from '../../src/core/heat/index.ts';
import { density, PLASTISOL } from '../../src/core/material/index.ts';
import { normal, seeded } from '../../src/core/chance.ts';
import type { HiddenBench } from '../../src/device/hiddenBench.ts';
import {
  burst,
  hiddenBench,
  hiddenCup,
  hiddenOven,
  pour,
  read,
  stir,
} from '../../src/device/hidden.ts';
import { stirredHeat } from '../../src/device/hiddenBench.ts';
import { wait } from '../../src/device/hiddenHeat.ts';

const OVEN = 'first';
const PROBE_SD = 0.6;
const hot = (grams: number) => grams / density(160);

/** One evening at a hidden bench, with what the shop believed beside what was so. */
class Evening {
  readings = 0;
  cooling: { off: number; in: boolean }[] = [];
  bursts: { off: number; in: boolean }[] = [];
  over = 0;
  given = 0;
  hidden: HiddenBench;
  belief: Belief;
  chance: () => number;
  power: number;
  constructor(seed: number) {
    this.chance = seeded(seed);
    this.hidden = hiddenBench(this.chance);
    this.power = [700, 800, 900, 1000][Math.floor(this.chance() * 4)]!;
    this.hidden.ovens.set(OVEN, hiddenOven(this.hidden, this.power));
    this.belief = withOven(newBelief(0), OVEN, PRIOR.one);
    for (const key of this.chance() < 0.25 ? ['A', 'B', 'C'] : ['A', 'B']) {
      const grams = 120 + 180 * this.chance();
      this.hidden.cups.set(key, hiddenCup(this.hidden, grams));
      const body = {
        plastic: grams,
        glass: 320,
        bore: 85,
        volume: hot(grams),
        exchange: EXCHANGE.usual,
        room: this.hidden.room,
      };
      this.belief = withCup(this.belief, key, { body, celsius: { mean: this.hidden.room, sd: 1 } });
    }
  }
  rest(seconds: number) {
    wait(this.hidden, seconds);
    this.belief = cooled(this.belief, seconds);
  }
  look(cup: string): number {
    stir(this.hidden.cups.get(cup)!);
    const value = read(this.hidden, cup);
    this.belief = updated(this.belief, cup, { celsius: value, sd: PROBE_SD }).belief;
    this.readings += 1;
    return value;
  }
  give(cup: string, seconds: number) {
    const other: Burst = { oven: OVEN, power: this.power, level: 1, cups: [cup], seconds };
    this.rest(5);
    const forecast = burstOf(this.belief, cup, other);
    const hottest = burst(this.hidden, { oven: OVEN, level: 1, cups: [cup], seconds }).get(cup)!;
    this.given += 1;
    if (hottest > PLASTISOL.ceiling) this.over += 1;
    this.belief = heated(this.belief, other);
    const is = stirredHeat(this.hidden.cups.get(cup)!);
    if (this.readings >= 15)
      this.bursts.push({
        off: is - forecast.celsius,
        in: is >= forecast.low && is <= forecast.high,
      });
    this.rest(10);
    stir(this.hidden.cups.get(cup)!);
  }
  /** Left alone two minutes and looked at again. */
  watch(cup: string) {
    const forecast = aheadOf(this.belief, cup, 120);
    this.rest(60);
    if (this.chance() < 0.5) this.look(cup === 'A' ? 'B' : 'A');
    this.rest(60);
    const is = stirredHeat(this.hidden.cups.get(cup)!);
    if (this.readings >= 15)
      this.cooling.push({
        off: is - forecast.celsius,
        in: is >= forecast.low && is <= forecast.high,
      });
    this.look(cup);
  }
  to(cup: string, celsius: number) {
    const { seconds } = burstTo(
      this.belief,
      cup,
      { oven: OVEN, power: this.power, level: 1, cups: [cup] },
      { celsius },
    );
    if (seconds >= 4) this.give(cup, seconds);
    else this.rest(15);
  }
  play(): this {
    const cups = [...this.hidden.cups.keys()];
    for (const cup of cups) {
      for (let i = 0, now = 0; i < 14 && now < PLASTISOL.fusion; i++) {
        this.to(cup, 179);
        now = this.look(cup);
      }
    }
    this.rest(120);
    for (let round = 0; round < 8; round++) {
      const cup = cups[round % cups.length]!;
      for (const cup of cups) this.look(cup);
      this.watch(cup);
      this.to(cup, 160 + 14 * this.chance());
      this.look(cup);
      if (this.chance() < 0.5) {
        // A draw, and sprues cut up come back cold.
        const [out, back] = [20 + 40 * this.chance(), 15 + 20 * this.chance()];
        const hiddenCup = this.hidden.cups.get(cup)!;
        if (hiddenCup.grams > 90) {
          pour(hiddenCup, -out, 0);
          pour(hiddenCup, back, this.hidden.room + normal(this.chance, 10, 3));
          this.belief = withMass(this.belief, cup, {
            grams: hiddenCup.grams,
            volume: hot(hiddenCup.grams),
            added: {
              grams: back,
              celsius: { mean: this.hidden.room + 10, sd: 8 },
            },
          });
        }
      }
    }
    return this;
  }
}

const evenings = Number(process.argv[2] ?? 200);
const from = Number(process.argv[3] ?? 1);
const began = performance.now();
const all = Array.from({ length: evenings }, (_, i) => new Evening(from + i).play());
const middle = (list: number[]) =>
  [...list].sort((one, other) => one - other)[Math.floor(list.length / 2)]!;
const say = (list: { off: number; in: boolean }[]) => ({
  n: list.length,
  inside: list.filter((other) => other.in).length / list.length,
  median: middle(list.map((other) => Math.abs(other.off))),
  bias: list.reduce((sum, next) => sum + next.off, 0) / list.length,
});
console.log(
  JSON.stringify({
    evenings,
    cooling: say(all.flatMap((evening) => evening.cooling)),
    bursts: say(all.flatMap((evening) => evening.bursts)),
    given: all.reduce((sum, evening) => sum + evening.given, 0),
    over: all.reduce((sum, evening) => sum + evening.over, 0),
    seconds: (performance.now() - began) / 1000,
  }),
);
