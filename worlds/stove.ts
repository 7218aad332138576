import { normal } from '../src/core/chance.ts';
import type { Luck } from './chance.ts';
import { constant, luckOf } from './chance.ts';
import type { WorldCup } from './cup.ts';
import { fillCup, meanHeat, SCORCH, stepCup, stirCup } from './cup.ts';
import { type Burning, FUSED, LOOK, type Oven } from './standing.ts';
import type { Traits } from './traits.ts';

/** Cups and ovens of one shop on one evening, and the instrument they are read by. */
export class Stove {
  seconds = 0;
  readonly room: number;
  readonly ofShop: Luck;
  readonly luck: Luck;
  readonly cups = new Map<string, WorldCup>();
  /** bursts in which something scorched, and the hottest anything was in each */
  scorches = 0;
  readonly hottest: number[] = [];
  private draught = 1;
  private burning: Burning[] = [];
  private readonly ovens = new Map<string, Oven>();
  private readonly short: number;
  /** g truly in a gram said */
  readonly measure: number;

  constructor(
    readonly traits: Traits,
    shop: string,
    evening: string,
  ) {
    this.ofShop = luckOf(`${traits.name}/${shop}`);
    this.luck = luckOf(`${traits.name}/${shop}/${evening}`);
    this.room = Math.max(4, constant('room', traits.room, this.ofShop, this.luck));
    this.short = constant('short', traits.short, this.ofShop, this.luck);
    this.measure = Math.exp(normal(this.ofShop('measure'), 0, traits.label));
  }

  addOven(key: string, watts: number): void {
    const of = (kind: string, mean: number, sd: number) =>
      normal(this.ofShop(`oven/${key}/${kind}`), mean, sd);
    this.ovens.set(key, {
      watts,
      efficiency: Math.min(0.66, Math.max(0.36, of('takes', 0.5, 0.06))),
      dead: Math.max(1, of('dead', 2.4, 0.5)),
      ran: 0,
    });
  }

  /** Carries everything on. */
  pass(seconds: number): void {
    for (let left = seconds; left > 1e-9; left -= 1) this.step(Math.min(1, left));
  }
  private step(dt: number): void {
    this.draught +=
      (dt * (1 - this.draught)) / 90 +
      this.traits.gusts * Math.sqrt((2 * dt) / 90) * normal(this.luck('gusts'), 0, 1);
    const air = { room: this.room, draught: Math.max(0.4, this.draught) };
    for (const { oven } of this.burning) oven.ran = Math.min(900, oven.ran + dt);
    for (const oven of this.ovens.values())
      if (!this.burning.some((burning) => burning.oven === oven))
        oven.ran = Math.max(0, oven.ran - dt / 3);
    for (const [key, cup] of this.cups) {
      const burst = this.burning.find((burning) => burning.cups.includes(key));
      stepCup(cup, air, burst ? this.power(burst) : 0, dt);
    }
    for (const burning of this.burning) burning.gone += dt;
    this.burning = this.burning.filter((burning) => burning.gone < burning.seconds);
    this.stepMetal(air.draught, dt);
    this.seconds += dt;
  }
  /** What stands beside the cups: nothing, at a stove by itself. */
  protected stepMetal(_draught: number, _dt: number): void {}
  /** W that reach one cup of a burst now. */
  private power({ oven, cups, level, gone }: Burning): number {
    if (gone < oven.dead) return 0;
    const sag = this.traits.oven === 'sags' ? 1 - 0.14 * Math.min(1, oven.ran / 240) : 1;
    // A magnetron that cycles is on for 9 of 12 s and stronger for it.
    const cycles = this.traits.oven === 'cycles' ? ((gone - oven.dead) % 12 < 9 ? 4 / 3 : 0) : 1;
    const shared = cups.length > 1 ? 1.1 / cups.length : 1;
    return oven.watts * oven.efficiency * level * sag * cycles * shared;
  }

  /** Measured into a cup, by what its maker believes; fresh and cold, or coming back. */
  fill(key: string, grams: number, celsius: number | null): void {
    const damp = Math.max(0, constant('damp', this.traits.damp, this.ofShop, this.luck));
    const held = this.cups.get(key);
    if (!held) {
      if (grams <= 0) return;
      const glass = Math.max(
        150,
        constant(`glass/${key}`, this.traits.glass.capacity, this.ofShop, this.luck),
      );
      this.cups.set(key, {
        grams: grams * this.measure,
        water: damp * grams,
        spot: this.room,
        bulk: this.room,
        inner: this.room,
        outer: this.room,
        gain: 0,
        glass,
        takes: this.traits.glass.takes,
        fusing: this.traits.fusing,
        fused: 0,
        hottest: this.room,
        most: this.room,
        scorched: 0,
        ledger: { in: 0, out: 0 },
      });
      return;
    }
    fillCup(
      held,
      grams * this.measure,
      celsius ?? this.room,
      celsius === null && grams > 0 ? { damp } : null,
    );
  }
  /** Cups put into an oven for so many seconds; it runs by itself. */
  burst(oven: string, level: number, cups: string[], seconds: number): void {
    for (const key of cups) {
      const cup = this.cups.get(key)!;
      const own = constant(`spot/${key}`, this.traits.spot.gain, this.ofShop, this.luck);
      cup.gain = Math.max(
        0.2,
        own + (this.traits.spot.wanders ? normal(this.luck(`wander/${key}`), 0, 0.3) : 0),
      );
    }
    this.burning.push({
      oven: this.ovens.get(oven)!,
      cups,
      level,
      gone: 0,
      seconds: seconds + normal(this.luck('timer'), 0, 0.3),
    });
  }
  /** Taken out and stirred. */
  stir(key: string): void {
    const cup = this.cups.get(key)!;
    this.burning = this.burning.filter((burning) => !burning.cups.includes(key));
    if (cup.hottest > SCORCH) this.scorches += 1;
    if (Number.isFinite(cup.hottest)) this.hottest.push(cup.hottest);
    cup.hottest = -Infinity;
    stirCup(cup);
  }
  heat(key: string): number {
    return meanHeat(this.cups.get(key)!);
  }
  /** Plunged, waited for and read: whole °C as typed. It takes time. */
  read(key: string): number {
    this.pass(LOOK);
    const cup = this.cups.get(key)!;
    const true_ = meanHeat(cup);
    // It is milk first; once it has run clear it stays a mirror.
    const glossy = this.traits.instrument === 'probe' || cup.most > 140 ? 1 : 0.25;
    const lags =
      this.traits.instrument === 'gun'
        ? 0
        : (true_ - this.room) * Math.exp(-LOOK / this.traits.lag);
    const skin = this.traits.instrument === 'gun' ? 2 * glossy : 0;
    const shown = true_ - lags - skin - this.short * glossy * (true_ - this.room);
    return Math.round(shown + normal(this.luck('reading'), 0, 0.5));
  }
  /**
   * Checked in hot plastic beside a thermometer that is nearly right, before any evening, plunged
   * as long as ever.
   */
  check(): { shown: number; true: number } {
    const gun = this.traits.instrument === 'gun';
    const true_ = 160;
    const off = normal(this.ofShop('check'), 0, 1);
    const lags = gun ? 0 : Math.exp(-LOOK / this.traits.lag);
    return {
      shown: Math.round(true_ - (gun ? 2 : 0) - (this.short + lags) * (true_ - this.room) + off),
      true: true_,
    };
  }
  /** Whether what is in a cup has been through fusion since it was last filled cold. */
  through(key: string): boolean {
    return (this.cups.get(key)?.most ?? 0) >= FUSED;
  }
}
