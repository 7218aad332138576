// Cooking from raw: by the advice with nothing learned, and by a practised thumb, on benches drawn
// alike. Prints JSON.
import type { Belief } from '../../src/core/heat/index.ts';
import {
  burstTo,
  cooled,
  HANDS,
  heated,
  estimateOf,
  newBelief,
  PRIOR,
  updated,
  withOven,
} from '../../src/core/heat/index.ts';
import { PLASTISOL } from '../../src/core/material/index.ts';
import { seeded } from '../../src/core/chance.ts';
import type { HiddenBench } from '../../src/device/hiddenBench.ts';
import { burst, hiddenBench, hiddenCup, hiddenOven, read, stir } from '../../src/device/hidden.ts';
import { stirredHeat } from '../../src/device/hiddenBench.ts';
import { wait } from '../../src/device/hiddenHeat.ts';
import { withNewCup } from './newCup.ts';

const OVEN = 'first';
const CUP = 'A';
const POWER = 900;
const READ = 10;
/** A cup not through fusion by then is given up, s. */
const LONG = 900;
/** True heat at which plastic runs clear off the blade, °C (judgement: a little under fusion). */
const SEEN_CLEAR = 173;
const USE = { oven: OVEN, power: POWER, level: 1, cups: [CUP] };

interface Cooked {
  minutes: number;
  readings: number;
  done: boolean;
  /** the hottest anything in it ever was, °C */
  hottest: number;
}
/** What to do next with a cup last read so: seconds in the oven. */
type Maker = (bench: Hands) => number;

class Hands {
  seconds = 0;
  readings = 0;
  last = 20;
  hottest = 0;
  peak = 0;
  /** what its mean is reckoned to have been at most */
  reckoned = 0;
  constructor(
    public hidden: HiddenBench,
    public belief: Belief,
  ) {}
  rest(seconds: number): void {
    wait(this.hidden, seconds);
    this.belief = cooled(this.belief, seconds);
    this.seconds += seconds;
  }
  give(seconds: number): void {
    this.rest(HANDS.change);
    this.hottest = Math.max(
      this.hottest,
      burst(this.hidden, { oven: OVEN, level: 1, cups: [CUP], seconds }).get(CUP)!,
    );
    this.belief = heated(this.belief, { ...USE, seconds });
    this.reckoned = Math.max(
      this.reckoned,
      estimateOf(this.belief, { of: 'plastic', cup: CUP }).mean,
    );
    this.seconds += seconds;
    this.peak = Math.max(this.peak, stirredHeat(this.hidden.cups.get(CUP)!));
    this.rest(HANDS.stir);
    stir(this.hidden.cups.get(CUP)!);
  }
  look(): void {
    this.rest(READ);
    stir(this.hidden.cups.get(CUP)!);
    const was = estimateOf(this.belief, { of: 'plastic', cup: CUP }).mean;
    this.last = read(this.hidden, CUP);
    this.belief = updated(this.belief, CUP, { celsius: this.last, sd: 0.6 }).belief;
    const is = estimateOf(this.belief, { of: 'plastic', cup: CUP }).mean;
    this.reckoned = Math.max(is, this.reckoned + Math.min(0, is - was));
    this.readings += 1;
  }
}

/**
 * Half a minute for each half cup at first, half of that when it thickens, short ones near the end:
 * what makers do by habit.
 */
const byThumb: Maker = ({ last, hidden }) => {
  const grams = hidden.cups.get(CUP)!.grams;
  const full = Math.min(60, Math.max(15, grams / 4));
  return Math.round(last < 110 ? full : last < 150 ? full * 0.6 : full * 0.3);
};
const byAdvice: Maker = ({ belief }) =>
  Math.max(HANDS.least, burstTo(belief, CUP, USE, { celsius: PLASTISOL.fusion + 4 }).seconds);

function cook(seed: number, grams: number, maker: Maker, strong: number): Cooked {
  const chance = seeded(seed);
  const hidden = hiddenBench(chance);
  hidden.ovens.set(OVEN, hiddenOven(hidden, POWER));
  const cup = hiddenCup(hidden, grams);
  cup.rimTake = 1 + (cup.rimTake - 1) * strong;
  hidden.cups.set(CUP, cup);
  let belief = withOven(newBelief(0), OVEN, PRIOR.one);
  belief = withNewCup(belief, CUP, { grams, room: hidden.room, sd: 2 });
  const hands = new Hands(hidden, belief);
  hands.look();
  // An eye sees plastic that was truly within a few K of fusion run clear; the advice asks for it
  // when it reckons so.
  const clear = () =>
    hands.last >= PLASTISOL.fusion - 1 ||
    (hands.peak >= SEEN_CLEAR && (maker === byThumb || hands.reckoned >= PLASTISOL.fusion));
  while (!clear() && hands.seconds < LONG) {
    hands.give(maker(hands));
    hands.look();
  }
  return {
    minutes: hands.seconds / 60,
    readings: hands.readings,
    done: clear(),
    hottest: hands.hottest,
  };
}

const middle = (list: number[]): number =>
  [...list].sort((one, other) => one - other)[Math.floor(list.length / 2)]!;
const CUPS = Number(process.argv[2] ?? 60);
const figures = [60, 100, 150, 250, 400].flatMap((grams) =>
  [1, 1.35].map((strong) => {
    const of = (maker: Maker) => {
      const all = Array.from({ length: CUPS }, (_, i) => cook(i + 1, grams, maker, strong));
      return {
        minutes: +middle(all.map((cooked) => cooked.minutes)).toFixed(1),
        readings: middle(all.map((cooked) => cooked.readings)),
        done: all.filter((cooked) => cooked.done).length / CUPS,
        over195: all.filter((cooked) => cooked.hottest > 195).length / CUPS,
        over205: all.filter((cooked) => cooked.hottest > 205).length / CUPS,
      };
    };
    return { grams, strong, advice: of(byAdvice), thumb: of(byThumb) };
  }),
);
for (const figure of figures) console.log(JSON.stringify(figure));
