import { normal } from '../src/core/chance.ts';
import type { Shot, WorldFault } from './bait.ts';
import { faultOf, freezes } from './bait.ts';
import { meanHeat } from './cup.ts';
import type { WorldBarrel, WorldMould } from './metal.ts';
import { metalAt, stepBarrel, stepMould, throughBlock } from './metal.ts';
import { DRAW, type MouldDrawing, PLATE, type Standing } from './standing.ts';
import { Stove } from './stove.ts';

/**
 * One shop's bench on one evening. All luck of it is drawn from seeds: two makers meet the same.
 */
export class World extends Stove {
  readonly moulds = new Map<
    string,
    WorldMould & { drawing: MouldDrawing; fills: number; shot: Standing | null }
  >();
  readonly barrels = new Map<string, WorldBarrel[]>();

  addMould(drawing: MouldDrawing): void {
    const loss = drawing.loss * Math.exp(normal(this.ofShop(`mould/${drawing.key}`), 0.2, 0.3));
    // What it wants to fill is this mould's own: made so that its window, warm, nearly always fills
    // it.
    const middle = (drawing.window.low + drawing.window.high) / 2;
    // Windows are what works in a shop: what its barrels and block take is in them.
    const usual = freezes(
      drawing.bait.thin,
      middle - 4 - 12 * this.traits.barrel,
      drawing.warmTo - 6,
    );
    const fills = usual * Math.exp(-0.17 + normal(this.ofShop(`fills/${drawing.key}`), 0, 0.03));
    this.moulds.set(drawing.key, {
      ...drawing,
      loss,
      near: this.room,
      far: this.room,
      giving: 0,
      left: 0,
      drawing,
      fills,
      shot: null,
    });
  }
  addInjector(key: string, barrels: number): void {
    this.barrels.set(
      key,
      Array.from({ length: barrels }, () => ({
        plastic: this.room,
        grams: 0,
        shell: this.room,
        capacity: 130,
      })),
    );
  }

  protected override stepMetal(draught: number, dt: number): void {
    for (const mould of this.moulds.values()) stepMould(mould, this.room, draught, dt);
    for (const all of this.barrels.values())
      for (const barrel of all) stepBarrel(barrel, this.room, this.traits.barrel, dt);
  }

  /** On the plate until it is warm by hand, or as warm as a hand means it to be; it takes its time. */
  warmMould(key: string, meant?: number): void {
    const mould = this.moulds.get(key)!;
    const to = (meant ?? mould.drawing.warmTo) + normal(this.luck('warming'), 0, 3);
    this.pass(Math.min(60, (mould.capacity * Math.max(0, to - mould.near)) / PLATE));
    mould.near = Math.max(mould.near, to);
    mould.far = Math.max(mould.far, to - this.traits.coldEnd);
  }
  warmInjector(key: string): void {
    for (const barrel of this.barrels.get(key) ?? [])
      barrel.shell = Math.max(barrel.shell, 52 + normal(this.luck('warming'), 0, 4));
  }
  metal(key: string): number {
    const mould = this.moulds.get(key)!;
    return metalAt(mould, 0.5);
  }
  readMetal(key: string): number {
    return Math.round(this.moulds.get(key)!.near + normal(this.luck('touch'), 0, 1));
  }
  /**
   * Draws of each cup into its barrel, one after another: the lowest `nth` first, of the same the
   * first listed. Answers with what each truly was.
   */
  draw(
    injector: string,
    parts: { nth: number; cup: string; grams: number; least: number }[],
  ): { heats: number[]; air: boolean } {
    let air = false;
    const all = this.barrels.get(injector)!;
    const heats: number[] = [];
    const inTurn = [...parts.entries()].sort(([, one], [, other]) => one.nth - other.nth);
    for (const [at, { cup, grams, least }] of inTurn) {
      const other = this.cups.get(cup)!;
      this.pass(DRAW / parts.length / 2);
      const barrel = all[at % all.length]!;
      if (other.grams - grams * this.measure < least * 0.8) air = true;
      barrel.plastic =
        barrel.grams > 1
          ? (barrel.grams * barrel.plastic + grams * other.bulk) / (barrel.grams + grams)
          : other.bulk;
      barrel.grams += grams;
      heats[at] = meanHeat(other);
      this.pass(DRAW / parts.length / 2);
    }
    return { heats, air };
  }
  empty(injector: string): void {
    for (const barrel of this.barrels.get(injector) ?? []) barrel.grams = 0;
  }
  /** A mould filled from an injector, or from cups where it is poured. */
  shoot(
    key: string,
    streams: number[],
    grams: number,
    of: Omit<Standing, 'streams' | 'metal' | 'at' | 'topped'>,
  ): void {
    const mould = this.moulds.get(key)!;
    const rises = (grams * 80) / mould.capacity;
    mould.shot = {
      ...of,
      streams,
      metal: this.metal(key) + rises / 2,
      at: this.seconds,
      topped: mould.drawing.feedsItself ? 1 : 0,
    };
    this.addHeat(key, grams, streams);
  }
  /** Grams that give their heat to a mould. */
  private addHeat(key: string, grams: number, streams: number[]): void {
    const shot = streams.reduce((sum, stream) => sum + stream, 0) / streams.length;
    this.moulds.get(key)!.left += grams * 1.85 * Math.max(0, shot - 70);
  }
  /** More cavities of a mould filled, after those before: what goes in last is firm last. */
  shootMore(key: string, grams: number, streams: number[]): void {
    this.addHeat(key, grams, streams);
    const { shot } = this.moulds.get(key)!;
    if (shot) shot.at = this.seconds;
  }
  /** Heats of what an injector's barrels give now, °C. */
  streams(injector: string, barrels: number): number[] {
    return this.barrels
      .get(injector)!
      .slice(0, barrels)
      .map((barrel) => throughBlock(barrel, this.traits.barrel));
  }
  topOff(key: string): void {
    const shot = this.moulds.get(key)!.shot;
    if (shot) shot.topped += 0.6;
  }
  /** Opened: what each bait came out as. */
  open(key: string): { faults: (WorldFault | null)[]; stood: number; shot: Standing } {
    const mould = this.moulds.get(key)!;
    const shot = mould.shot!;
    mould.shot = null;
    const stood = this.seconds - shot.at;
    const middle = (shot.window.low + shot.window.high) / 2;
    const faults = Array.from({ length: mould.drawing.cavities }, (_, i) => {
      const where = mould.drawing.cavities > 1 ? i / (mould.drawing.cavities - 1) : 0.5;
      const metal = shot.metal + (where - 0.5) * (mould.far - mould.near);
      const mean = shot.streams.reduce((sum, stream) => sum + stream, 0) / shot.streams.length;
      const seen: Shot = { ...shot, metal, fills: mould.fills, stood, over: mean - middle };
      return faultOf(seen, this.luck('fault'));
    });
    return { faults, stood, shot };
  }
}
