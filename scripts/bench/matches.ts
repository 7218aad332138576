// Matches of two and of three cups in worlds no model knows, with one oven and with all: `npm run
// bench -- matches [how many]`. Prints JSON.
import type { Belief, Going } from '../../src/core/heat/index.ts';
import {
  planMatch,
  EXCHANGE,
  HANDS,
  heatedBy,
  newBelief,
  PRIOR,
  updated,
  withCup,
  withOven,
} from '../../src/core/heat/index.ts';
import { density } from '../../src/core/material/index.ts';
import { seeded } from '../../src/core/chance.ts';
import { WORLDS } from '../../worlds/traits.ts';
import { World } from '../../worlds/world.ts';

const OVENS = [
  { oven: '1', power: 900, level: 1 },
  { oven: '2', power: 700, level: 1 },
];
const WINDOW = { low: 158, high: 168, apart: 3 };
/** s after which a match is given up, and of a look until its figure is typed in. */
const LONG = 900;
const TYPED = 5;
/** s that a world's instrument is plunged for. */
const PLUNGED = 7;

interface Matched {
  seconds: number;
  readings: number;
  inside: boolean;
  drawn: boolean;
}

/**
 * Hands at cups that stand anywhere round the window, as they do when the mould is ready and nobody
 * has looked.
 */
class Bench {
  seconds = 0;
  readings = 0;
  belief: Belief;
  private active: { oven: number; cup: string; gone: number; seconds: number }[] = [];
  readonly cups: string[];
  constructor(
    readonly world: World,
    count: number,
    seed: number,
  ) {
    const chance = seeded(seed);
    this.cups = ['A', 'B', 'C'].slice(0, count);
    this.belief = newBelief(0);
    for (const { oven, power } of OVENS) {
      world.addOven(oven, power);
      this.belief = withOven(this.belief, oven, PRIOR.one);
    }
    for (const cup of this.cups) {
      const grams = 130 + 170 * chance();
      world.fill(cup, grams, null);
      const there = world.cups.get(cup)!;
      const celsius = 146 + 22 * chance();
      const under = 8 + 14 * chance();
      Object.assign(there, {
        spot: celsius,
        bulk: celsius,
        inner: celsius - under,
        outer: celsius - 2 * under,
        water: 0,
        fused: 1,
      });
      const body = {
        plastic: grams,
        glass: 320,
        bore: 85,
        volume: grams / density(160),
        exchange: EXCHANGE.usual,
        room: world.room,
      };
      this.belief = withCup(this.belief, cup, { body, celsius: { mean: 157, sd: 7 } });
    }
  }
  pass(seconds: number): void {
    for (let left = seconds; left > 1e-9;) {
      const step = Math.min(left, ...this.active.map((other) => other.seconds - other.gone));
      this.world.pass(step);
      this.belief = heatedBy(
        this.belief,
        step,
        this.active.map((other) => ({
          ...OVENS[other.oven]!,
          cups: [other.cup],
          gone: other.gone,
        })),
      );
      for (const other of this.active) other.gone += step;
      this.active = this.active.filter((other) => other.gone < other.seconds - 1e-9);
      this.seconds += step;
      left -= step;
    }
  }
  /** A plan's bursts, put in and taken out by one pair of hands. */
  give(bursts: readonly Going[]): void {
    const inside: { burst: Going; ends: number }[] = [];
    const began = this.seconds;
    const takeOut = () => {
      const next = inside.reduce((made, next) => (next.ends < made.ends ? next : made));
      inside.splice(inside.indexOf(next), 1);
      this.pass(Math.max(0, next.ends - this.seconds));
      this.pass(HANDS.stir);
      this.world.stir(this.cups[next.burst.cup]!);
    };
    for (const burst of bursts) {
      while (inside.some((other) => other.burst.oven === burst.oven)) takeOut();
      // A cup over its window is waited for.
      this.pass(Math.max(HANDS.change, began + burst.at - this.seconds));
      const cup = this.cups[burst.cup]!;
      this.world.burst(OVENS[burst.oven]!.oven, 1, [cup], burst.seconds);
      this.active.push({ oven: burst.oven, cup, gone: 0, seconds: burst.seconds });
      inside.push({ burst, ends: this.seconds + burst.seconds });
    }
    while (inside.length > 0) takeOut();
  }
  look(cup: string): void {
    this.pass(HANDS.stir);
    const value = this.world.read(cup);
    this.belief = heatedBy(this.belief, PLUNGED, []);
    this.seconds += PLUNGED;
    this.belief = updated(this.belief, cup, { celsius: value, sd: 0.7 }).belief;
    this.pass(TYPED);
    this.readings += 1;
  }
  end(drawn: boolean): Matched {
    const { seconds } = this;
    // What cups are in the middle of the draw is what is drawn.
    this.world.pass(HANDS.draws);
    const heats = this.cups.map((cup) => this.world.heat(cup));
    const near = Math.max(...heats) - Math.min(...heats) <= WINDOW.apart + 0.5;
    return {
      seconds,
      readings: this.readings,
      drawn,
      inside:
        drawn &&
        near &&
        Math.min(...heats) >= WINDOW.low - 1 &&
        Math.max(...heats) <= WINDOW.high + 1,
    };
  }
}

function match(seed: number, count: number, ovens: number): Matched {
  const traits = WORLDS[seed % WORLDS.length]!;
  const bench = new Bench(new World(traits, `shop ${seed}`, `match ${seed}`), count, seed);
  while (bench.seconds < LONG) {
    const step = planMatch(bench.belief, bench.cups, {
      uses: OVENS.slice(0, ovens),
      wanted: WINDOW,
    });
    bench.give(step.bursts);
    bench.pass(step.wait);
    if (step.look === null) return bench.end(true);
    bench.look(bench.cups[step.look]!);
  }
  return bench.end(false);
}

const middle = (list: number[]): number =>
  [...list].sort((one, other) => one - other)[Math.floor(list.length / 2)]!;
const share = (list: readonly boolean[]): number =>
  +(list.filter(Boolean).length / list.length).toFixed(3);
const MATCHES = Number(process.argv[2] ?? 200);
for (const count of [2, 3])
  for (const ovens of [1, 2]) {
    const all = Array.from({ length: MATCHES }, (_, i) => match(i + 1, count, ovens));
    console.log(
      JSON.stringify({
        cups: count,
        ovens,
        matches: MATCHES,
        drawn: share(all.map((matched) => matched.drawn)),
        'inside window and tolerance': share(all.map((matched) => matched.inside)),
        'seconds, middle': Math.round(middle(all.map((matched) => matched.seconds))),
        readings: +(all.reduce((sum, matched) => sum + matched.readings, 0) / all.length).toFixed(
          2,
        ),
      }),
    );
  }
