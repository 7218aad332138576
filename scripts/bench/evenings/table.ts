import { v4 } from 'uuid';
import { castAs, heatOfMould, thinOfMould } from '../../../src/core/plan/index.ts';
import type { AnyEvent, Send, SessionState, Snapshot } from '../../../src/core/session/index.ts';
import { apply, EVENT_VERSION, mouldHeat, startState } from '../../../src/core/session/index.ts';
import { airVolume } from '../../../src/core/shot/index.ts';
import type { WorldFault } from '../../../worlds/bait.ts';
import { firmAfter } from '../../../worlds/bait.ts';
import type { World } from '../../../worlds/world.ts';
import type { MouldDrawing } from '../../../worlds/world.ts';

export const START = Date.UTC(2026, 10, 20, 18, 30);

/** s an act takes two practised hands, whoever advises them. */
const HANDS: Partial<Record<Send['kind'], number>> = {
  woken: 45,
  warmed: 15,
  charged: 35,
  added: 0,
  coloured: 60,
  heated: 5,
  closed: 18,
  topChecked: 3,
  loaded: 6,
  drawn: 6,
  shot: 9,
  held: 2,
  toppedOff: 6,
  emptied: 15,
  mouldOpened: 10,
  cavityMarked: 2,
  marked: 5,
  returned: 8,
  racked: 10,
  kept: 12,
  cleaned: 40,
  stirred: 9,
  skipped: 1,
  changed: 2,
};

/** What was said, and what was so. */
export interface Said {
  said: number;
  sd: number;
  truth: number;
}
export interface Tally {
  draws: (Said & { window: { low: number; high: number } })[];
  matched: boolean[];
  metal: Said[];
  /** s a shot stood, s after which it was firm, and what was said of that */
  opened: { stood: number; firm: number | null; said: { low: number; high: number } | null }[];
  readings: number;
  presses: number;
  faults: Map<WorldFault, number>;
  /** s from a mould that could be filled to its draw */
  waits: number[];
}

/** A mould as its drawing says, for a world to make of it what it will. */
function drawingOf(s: SessionState, key: string): MouldDrawing {
  const { mould } = s.moulds.get(key)!;
  const run = [...s.runs.values()].find((r) => r.tools.moulds.some((m) => String(m.id) === key))!;
  const { section, body, rod } = heatOfMould(mould, castAs(run.stage));
  const round = section.shape === 'slab' ? 1 : section.shape === 'round' ? 2 : section.shape;
  const metal = mould.metal === 'machined' || mould.metal === 'cast';
  return {
    key,
    bait: {
      across: section.across,
      round,
      rod: rod ?? 0,
      hot: 1,
      thin: thinOfMould(mould).across,
      metal,
    },
    capacity: body.capacity,
    loss: 12 * body.skin + 8 * body.foot,
    across: body.capacity / (metal ? 400 : 4000),
    warmTo: mould.warmTo,
    window: run.tools.window,
    cavities: mould.cavities.length,
    feedsItself: mould.feed === 'top' || mould.closure === 'open',
  };
}

/** A bench with hands at it: what is recorded also happens. */
export class Table {
  readonly s: SessionState;
  readonly tally: Tally = {
    draws: [],
    matched: [],
    metal: [],
    opened: [],
    readings: 0,
    presses: 0,
    faults: new Map(),
    waits: [],
  };
  /** s between which each mould's shot was said to get firm */
  readonly firms = new Map<string, { low: number; high: number }>();
  /** times inserts were shot again */
  again = 0;
  private n = 0;
  private readonly held = new Map<string, number>();
  private readonly seen = new Map<string, (WorldFault | null)[]>();

  constructor(
    readonly world: World,
    snapshot: Snapshot,
    private readonly press: number,
  ) {
    this.s = startState(snapshot);
    for (const { id, oven } of snapshot.heat.ovens) world.addOven(String(id), oven.watts);
    for (const key of this.s.moulds.keys()) world.addMould(drawingOf(this.s, key));
    for (const [key, i] of this.s.injectors) world.addInjector(key, i.injector.barrels.length);
    this.send({ kind: 'opened', payload: {} });
    this.send({
      kind: 'reading',
      payload: {
        target: { kind: 'room', key: 'room' },
        celsius: Math.round(world.room),
        stage: null,
        from: 'typed',
      },
    });
  }
  /** facts noted so far */
  get facts(): number {
    return this.n;
  }
  get now(): number {
    return START + Math.round(this.world.seconds * 1000);
  }
  wait(seconds: number): void {
    this.world.pass(Math.max(0, seconds));
  }
  /** An act: the hands do it, then it is recorded. */
  send(what: Send): void {
    const standing =
      what.kind === 'shot' ? this.s.moulds.get(what.payload.mould)?.phase === 'filling' : false;
    this.before(what);
    this.record(what);
    if (what.kind === 'shot') this.shot(what.payload, standing);
  }
  private record(what: Send): void {
    const e = {
      id: v4(),
      session: 1,
      seq: ++this.n,
      at: this.now,
      by: 'bench',
      v: EVENT_VERSION,
      ...what,
    } as AnyEvent;
    apply(this.s, e);
    this.poured(e);
  }
  pressed(): void {
    this.tally.presses += 1;
    this.wait(this.press);
  }
  /** A cup stirred if it was in the oven, and read; typed where there is a key to type it by. */
  read(cup: string): number {
    if (this.s.cups.get(cup)!.inOven) this.world.stir(cup);
    this.wait(8);
    const celsius = this.world.read(cup);
    this.wait(this.press * 2);
    this.tally.readings += 1;
    this.tally.presses += this.press > 0 ? 3 : 0;
    this.record({
      kind: 'reading',
      payload: { target: { kind: 'cup', key: cup }, celsius, stage: null, from: 'typed' },
    });
    return celsius;
  }
  /** What an eye calls a cup. */
  byEye(cup: string, stage: 'clear' | 'wisp'): void {
    this.record({
      kind: 'reading',
      payload: { target: { kind: 'cup', key: cup }, celsius: null, stage, from: 'eye' },
    });
  }
  private before(what: Send): void {
    this.wait(HANDS[what.kind] ?? 3);
    if (what.kind === 'heated') {
      const { cup, together, oven, level, seconds } = what.payload;
      this.world.burst(
        String(oven ?? this.s.oven.id),
        level ?? this.s.oven.level,
        [cup, ...(together ?? [])],
        seconds,
      );
    } else if (what.kind === 'stirred') this.world.stir(what.payload.cup);
    else if (what.kind === 'warmed') {
      const { kind, key } = what.payload.target;
      if (kind === 'mould') this.world.warmMould(key);
      else this.world.warmInjector(key);
    } else if (what.kind === 'drawn') this.draw(what.payload);
    else if (what.kind === 'toppedOff' && what.payload.took) this.world.topOff(what.payload.mould);
    else if (what.kind === 'mouldOpened') this.open(what.payload.mould);
    else if (what.kind === 'emptied') this.world.empty(what.payload.injector);
  }
  private draw({ injector, job, barrels }: Extract<Send, { kind: 'drawn' }>['payload']): void {
    const run = this.s.runs.get(job)!;
    const parts = barrels.map((b) => {
      const c = this.s.cups.get(b.cup)!;
      return { cup: b.cup, grams: b.ml * 0.93, least: c.vessel ? airVolume(c.vessel) * 0.93 : 0 };
    });
    const { heats, air } = this.world.draw(injector, parts);
    const { window } = run.tools;
    barrels.forEach((b, i) => {
      if (b.celsius !== undefined)
        this.tally.draws.push({ said: b.celsius, sd: b.sd ?? 2, truth: heats[i]!, window });
    });
    const inside = heats.every((h) => h >= window.low - 1 && h <= window.high + 1);
    this.tally.matched.push(
      inside && Math.max(...heats) - Math.min(...heats) <= this.s.snapshot.bench.tolerance + 0.5,
    );
    this.air.set(injector, air);
  }
  private readonly air = new Map<string, boolean>();
  /** What went in: the mould's first push makes the shot, those after it give their heat to it. */
  private shot(
    { mould, job, draw }: Extract<Send, { kind: 'shot' }>['payload'],
    standing: boolean,
  ): void {
    const run = this.s.runs.get(job)!;
    const injector = this.s.injectors.get(String(run.tools.injector?.id))!;
    const m = this.s.moulds.get(mould)!;
    const shot = this.s.shots.get(m.shot ?? '');
    const streams = this.world.streams(injector.key, injector.injector.barrels.length);
    const barrels = this.world.barrels.get(injector.key)!;
    injector.contents.forEach((c, i) => barrels[i] && (barrels[i]!.grams = Math.max(0, c.grams)));
    if (!shot) return;
    if (standing) {
      this.world.addHeat(mould, shot.baitsG / Math.max(1, shot.cavities.size), streams);
      return;
    }
    const said = mouldHeat(this.s, m, this.now - 1);
    this.tally.metal.push({ said: said.celsius, sd: said.sd, truth: this.world.metal(mould) });
    const of = this.s.draws.get(draw)!.barrels;
    const core = run.stage.layers.some((l) => l.place === 'core' || l.place === 'coreTail');
    const between = 0.5 * (this.world.metal(mould) - this.world.room);
    const insert = run.stage.takes !== null && !core ? this.world.room + between : null;
    const cups = of.flatMap((b) => this.world.cups.get(b.cup) ?? []);
    const { bait } = this.world.moulds.get(mould)!.drawing;
    const { rod, core: channel } = heatOfMould(m.mould, castAs(run.stage));
    this.world.shoot(mould, streams, shot.baitsG + shot.feedG, {
      bait: { ...bait, rod: rod ?? 0, hot: channel ?? 1 },
      insert,
      core,
      air: this.air.get(injector.key) ?? false,
      apart: this.s.snapshot.bench.tolerance,
      window: run.tools.window,
      scorched: Math.max(...cups.map((c) => c.scorched)),
      fused: of.every((b) => this.world.through(b.cup)),
    });
  }
  private open(mould: string): void {
    const { faults, stood, shot } = this.world.open(mould);
    const mean = shot.streams.reduce((a, b) => a + b, 0) / shot.streams.length;
    this.tally.opened.push({
      stood,
      firm: firmAfter(shot.bait, mean, shot.metal),
      said: this.firms.get(mould) ?? null,
    });
    this.firms.delete(mould);
    this.seen.set(mould, faults);
  }
  /** What the eye sees of a mould just opened, marked. */
  mark(mould: string): void {
    const shot = this.s.shots.get(this.s.moulds.get(mould)!.shot ?? '')!;
    const faults = this.seen.get(mould) ?? [];
    [...shot.cavities.keys()].forEach((n, i) => {
      const fault = faults[i] ?? null;
      if (fault) this.tally.faults.set(fault, (this.tally.faults.get(fault) ?? 0) + 1);
      if (!fault || shot.marks.has(n)) return;
      this.wait(1);
      this.record({
        kind: 'cavityMarked',
        payload: {
          shot: shot.id,
          cavity: n,
          grade: 'second',
          fault: fault === 'coreShort' ? 'coreShort' : fault,
        },
      });
    });
  }
  /** What an act did to what is in the cups. */
  private poured(e: AnyEvent): void {
    for (const c of this.s.cups.values()) {
      const before = this.held.get(c.key) ?? 0;
      const more = c.grams - before;
      if (Math.abs(more) < 1e-9) continue;
      this.held.set(c.key, c.grams);
      this.world.fill(c.key, more, e.kind === 'returned' ? 45 : e.kind === 'emptied' ? 142 : null);
    }
  }
}
