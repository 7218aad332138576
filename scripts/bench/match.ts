// Bringing cups together: by the advice, and by the habit of reheating the colder one 15 s and
// measuring again. Prints JSON.
import type { Belief, Burst } from '../../src/core/heat/index.ts';
import {
  planMatch,
  burstTo,
  cooled,
  reset,
  HANDS,
  heated,
  newBelief,
  PRIOR,
  updated,
  withOven,
} from '../../src/core/heat/index.ts';
import { seeded } from '../../src/core/chance.ts';
import type { HiddenBench } from '../../src/device/hiddenBench.ts';
import { burst, hiddenBench, hiddenCup, hiddenOven, read, stir } from '../../src/device/hidden.ts';
import { stirredHeat } from '../../src/device/hiddenBench.ts';
import { wait } from '../../src/device/hiddenHeat.ts';
import { withNewCup } from './newCup.ts';

const USE = { oven: 'first', power: 900, level: 1 };
const WINDOW = { low: 158, high: 168 };
const READ = 10;
/** three cups are given up after five minutes, two after ten, s */
const LONG = [0, 0, 600, 300] as const;
/** a reading older than this is taken again, s: the shop's usual setting */
const STALE = 60;
interface Tried {
  seconds: number;
  readings: number;
  /** drawn within five minutes */
  drawn: boolean;
  /** truly within what is allowed then, and in the window */
  near: boolean;
}

/** Hands at one bench: what they do costs time and is followed by the belief. */
class Bench {
  seconds = 0;
  readings = 0;
  constructor(
    public hidden: HiddenBench,
    public belief: Belief,
  ) {}
  rest(seconds: number) {
    wait(this.hidden, seconds);
    this.belief = cooled(this.belief, seconds);
    this.seconds += seconds;
  }
  look(cup: string): number {
    this.rest(READ);
    stir(this.hidden.cups.get(cup)!);
    const value = read(this.hidden, cup);
    this.belief = updated(this.belief, cup, { celsius: value, sd: 0.6 }).belief;
    this.readings += 1;
    return value;
  }
  give(cup: string, seconds: number) {
    const other: Burst = { ...USE, cups: [cup], seconds };
    this.rest(HANDS.change);
    burst(this.hidden, { oven: USE.oven, level: 1, cups: [cup], seconds });
    this.belief = heated(this.belief, other);
    this.seconds += seconds;
    this.rest(HANDS.stir);
    stir(this.hidden.cups.get(cup)!);
  }
  done(drawn: boolean, apart: number): Tried {
    const heats = [...this.hidden.cups.values()].map(stirredHeat);
    const [low, high] = [Math.min(...heats), Math.max(...heats)];
    return {
      seconds: this.seconds,
      readings: this.readings,
      drawn: drawn && this.seconds <= 300,
      near: high - low <= apart && low >= WINDOW.low - 1 && high <= WINDOW.high + 1,
    };
  }
}

/** Follows the advice: a plan is carried out whole, and made again when a reading has come in. */
function advised(bench: Bench, cups: string[], apart: number): Tried {
  for (const cup of cups) bench.look(cup);
  while (bench.seconds < LONG[cups.length]!) {
    const step = planMatch(bench.belief, cups, { uses: [USE], wanted: { ...WINDOW, apart } });
    for (const { cup, seconds } of step.bursts) bench.give(cups[cup]!, seconds);
    bench.rest(step.wait);
    if (step.look === null) return bench.done(true, apart);
    bench.look(cups[step.look]!);
  }
  return bench.done(false, apart);
}

function byHabit(bench: Bench, cups: string[], apart: number): Tried {
  const last = new Map<string, { value: number; at: number }>();
  const look = (cup: string) => last.set(cup, { value: bench.look(cup), at: bench.seconds });
  for (const cup of cups) look(cup);
  while (bench.seconds < LONG[cups.length]!) {
    const values = cups.map((cup) => last.get(cup)!.value);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const stale = cups.filter((cup) => bench.seconds - last.get(cup)!.at > STALE);
    if (high - low <= apart && low >= WINDOW.low && high <= WINDOW.high) {
      if (stale.length === 0) return bench.done(true, apart);
      look(stale[0]!);
      continue;
    }
    const colder = cups[values.indexOf(low)]!;
    if (low > WINDOW.high - 1 || (high > WINDOW.high && high - low <= apart)) {
      bench.rest(15);
      look(cups[values.indexOf(high)]!);
    } else {
      bench.give(colder, 15);
      look(colder);
    }
  }
  return bench.done(false, apart);
}

/** A bench that has cooked its cups and let them stand while colour went in. */
function cookedBench(
  seed: number,
  count: number,
): { hidden: () => HiddenBench; belief: Belief; cups: string[] } {
  const make = (): { hidden: HiddenBench; belief: Belief; cups: string[] } => {
    const chance = seeded(seed);
    const hidden = hiddenBench(chance);
    hidden.ovens.set(USE.oven, hiddenOven(hidden, USE.power));
    let belief = withOven(newBelief(0), USE.oven, PRIOR.one);
    const cups = ['A', 'B', 'C'].slice(0, count);
    for (const key of cups) {
      const grams = 130 + 170 * chance();
      hidden.cups.set(key, hiddenCup(hidden, grams));
      belief = withNewCup(belief, key, { grams, room: hidden.room, sd: 1 });
    }
    const bench = new Bench(hidden, belief);
    for (const cup of cups) {
      for (let i = 0, now = 0; i < 14 && now < 176; i++) {
        const { seconds } = burstTo(bench.belief, cup, { ...USE, cups: [cup] }, { celsius: 179 });
        if (seconds >= 4) bench.give(cup, seconds);
        now = bench.look(cup);
      }
    }
    bench.rest(60 + 120 * chance());
    // Colour is in and the mould is closed: the cups stand anywhere round the window, and nobody
    // has looked.
    for (const cup of cups) {
      const hiddenCup = hidden.cups.get(cup)!;
      hiddenCup.bulk = hiddenCup.rim = 146 + 22 * chance();
      hiddenCup.wall = hiddenCup.bulk - 8 - 14 * chance();
      bench.belief = reset(bench.belief, cup, { mean: 157, sd: 7 });
    }
    return { hidden, belief: bench.belief, cups };
  };
  const { belief, cups } = make();
  return { hidden: () => make().hidden, belief, cups };
}

const middle = (list: number[]) =>
  [...list].sort((one, other) => one - other)[Math.floor(list.length / 2)]!;
const share = (list: Tried[], of: (tried: Tried) => boolean) =>
  list.filter(of).length / list.length;
const say = (list: Tried[]) => ({
  drawn: share(list, (tried) => tried.drawn),
  near: share(list, (tried) => tried.drawn && tried.near),
  seconds: middle(list.map((tried) => tried.seconds)),
  readings: middle(list.map((tried) => tried.readings)),
});
function compare(count: number, evenings: number, apart: number, from = 1) {
  const pairs = Array.from({ length: evenings }, (_, i) => {
    const { hidden, belief, cups } = cookedBench(from + i, count);
    return {
      advice: advised(new Bench(hidden(), belief), cups, apart),
      habit: byHabit(new Bench(hidden(), belief), cups, apart),
    };
  });
  return {
    evenings,
    advice: say(pairs.map((pair) => pair.advice)),
    habit: say(pairs.map((pair) => pair.habit)),
  };
}
const from = Number(process.argv[2] ?? 1);
console.log(JSON.stringify({ two: compare(2, 60, 3, from), three: compare(3, 40, 3, from) }));
