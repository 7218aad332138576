import { HANDS, type Tally, drawingOf, feelOf } from './tally.ts';
import { standsAs } from './standsAs.ts';
import { v4 } from 'uuid';
import type { AnyEvent, Send, SessionState, Snapshot } from '../../../src/core/session/index.ts';
import { apply, EVENT_VERSION, mouldHeat, startState } from '../../../src/core/session/index.ts';
import { airVolume } from '../../../src/core/shot/index.ts';
import type { WorldFault } from '../../../worlds/bait.ts';
import { firmAfter } from '../../../worlds/bait.ts';
import type { World } from '../../../worlds/world.ts';
import { contentsOf } from '../../../src/core/session/index.ts';

const START = Date.UTC(2026, 10, 20, 18, 30);

/** A bench with hands at it: what is recorded also happens. */
export class Table {
  readonly state: SessionState;
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
  private sent = 0;
  private readonly held = new Map<string, number>();
  /** ln of how long the shot in a mould stood over how long it wanted */
  private readonly late = new Map<string, number>();
  private readonly seen = new Map<string, (WorldFault | null)[]>();

  constructor(
    readonly world: World,
    snapshot: Snapshot,
    private readonly press: number,
  ) {
    this.state = startState(snapshot);
    for (const { id, oven } of snapshot.heat.ovens) world.addOven(String(id), oven.watts);
    for (const key of this.state.moulds.keys()) world.addMould(drawingOf(this.state, key));
    for (const [key, injector] of this.state.injectors)
      world.addInjector(key, injector.injector.barrels.length);
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
    return this.sent;
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
      what.kind === 'shot'
        ? this.state.moulds.get(what.payload.mould)?.phase.is === 'filling'
        : false;
    this.before(what);
    this.record(what);
    if (what.kind === 'shot') this.shot(what.payload, standing);
  }
  private record(what: Send): void {
    const event = {
      id: v4(),
      session: 1,
      seq: ++this.sent,
      at: this.now,
      by: 'bench',
      v: EVENT_VERSION,
      ...what,
    } as AnyEvent;
    apply(this.state, event);
    this.poured(event);
  }
  pressed(): void {
    this.tally.presses += 1;
    this.wait(this.press);
  }
  /** A cup stirred if it was in the oven, and read; typed where there is a key to type it by. */
  read(cup: string): number {
    if (this.state.cups.get(cup)!.inOven) this.world.stir(cup);
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
        String(oven ?? this.state.oven.id),
        level ?? this.state.oven.level,
        [cup, ...(together ?? [])],
        seconds,
      );
    } else if (what.kind === 'stirred') this.world.stir(what.payload.cup);
    else if (what.kind === 'warmed') {
      const { celsius, target } = what.payload;
      const { kind, key } = target;
      if (kind === 'mould') this.world.warmMould(key, celsius);
      else this.world.warmInjector(key);
    } else if (what.kind === 'drawn') this.draw(what.payload);
    else if (what.kind === 'toppedOff' && what.payload.took) this.world.topOff(what.payload.mould);
    else if (what.kind === 'mouldOpened') this.open(what.payload.mould);
    else if (what.kind === 'emptied') this.world.empty(what.payload.injector);
  }
  private draw({ injector, job, barrels }: Extract<Send, { kind: 'drawn' }>['payload']): void {
    const run = this.state.runs.get(job)!;
    const parts = barrels.map((barrel) => {
      const cup = this.state.cups.get(barrel.cup)!;
      return {
        nth: barrel.nth ?? 0,
        cup: barrel.cup,
        grams: barrel.ml * 0.93,
        least: cup.vessel ? airVolume(cup.vessel) * 0.93 : 0,
      };
    });
    const { heats, air } = this.world.draw(injector, parts);
    const { window } = run.tools;
    barrels.forEach((barrel, i) => {
      if (barrel.celsius !== undefined)
        this.tally.draws.push({
          said: barrel.celsius,
          sd: barrel.sd ?? 2,
          truth: heats[i]!,
          window,
        });
    });
    const inside = heats.every((heat) => heat >= window.low - 1 && heat <= window.high + 1);
    this.tally.matched.push(
      inside &&
        Math.max(...heats) - Math.min(...heats) <= this.state.snapshot.bench.tolerance + 0.5,
    );
    this.air.set(injector, air);
  }
  private readonly air = new Map<string, boolean>();
  /** What went in: the mould's first push makes the shot, those after it give their heat to it. */
  private shot(
    { mould, job, draw }: Extract<Send, { kind: 'shot' }>['payload'],
    standing: boolean,
  ): void {
    const run = this.state.runs.get(job)!;
    const injector = this.state.injectors.get(String(run.tools.injector?.id))!;
    const other = this.state.moulds.get(mould)!;
    const shot = this.state.shots.get(other.shot ?? '');
    const streams = this.world.streams(injector.key, injector.injector.barrels.length);
    const barrels = this.world.barrels.get(injector.key)!;
    contentsOf(injector).forEach(
      (content, i) => barrels[i] && (barrels[i].grams = Math.max(0, content.grams)),
    );
    if (!shot) return;
    if (standing) {
      this.world.shootMore(mould, shot.baitsG / Math.max(1, shot.cavities.size), streams);
      return;
    }
    const said = mouldHeat(this.state, other, this.now - 1);
    this.tally.metal.push({ said: said.celsius, sd: said.sd, truth: this.world.metal(mould) });
    const grams = shot.baitsG + shot.feedG;
    this.world.shoot(mould, streams, grams, {
      ...standsAs(this.state, this.world, { mould: other, run, draw }),
      air: this.air.get(injector.key) ?? false,
    });
  }
  private open(mould: string): void {
    const { faults, stood, shot } = this.world.open(mould);
    const mean = shot.streams.reduce((sum, stream) => sum + stream, 0) / shot.streams.length;
    const firm = firmAfter(shot.bait, mean, shot.metal);
    this.tally.opened.push({ stood, firm, said: this.firms.get(mould) ?? null });
    this.firms.delete(mould);
    this.seen.set(mould, faults);
    this.late.set(mould, Math.log(Math.max(1, stood) / Math.max(1, firm ?? Infinity)));
  }
  /** What the hand says of the baits of a mould just opened. */
  feel(mould: string): void {
    this.pressed();
    this.record({
      kind: 'felt',
      payload: {
        shot: this.state.moulds.get(mould)!.shot!,
        felt: feelOf(this.late.get(mould)!, this.world.luck('hand')),
      },
    });
  }
  /** What the eye sees of a mould just opened, marked. */
  mark(mould: string): void {
    const shot = this.state.shots.get(this.state.moulds.get(mould)!.shot ?? '')!;
    const faults = this.seen.get(mould) ?? [];
    [...shot.cavities.keys()].forEach((cavity, i) => {
      const fault = faults[i] ?? null;
      if (fault) this.tally.faults.set(fault, (this.tally.faults.get(fault) ?? 0) + 1);
      if (!fault || shot.marks.has(cavity)) return;
      this.wait(1);
      this.record({
        kind: 'cavityMarked',
        payload: {
          shot: shot.id,
          cavity,
          grade: 'second',
          fault: fault === 'coreShort' ? 'coreShort' : fault,
        },
      });
    });
  }
  /** What an act did to what is in the cups. */
  private poured(event: AnyEvent): void {
    for (const cup of this.state.cups.values()) {
      const before = this.held.get(cup.key) ?? 0;
      const more = cup.grams - before;
      if (Math.abs(more) < 1e-9) continue;
      this.held.set(cup.key, cup.grams);
      this.world.fill(
        cup.key,
        more,
        event.kind === 'returned' ? 45 : event.kind === 'emptied' ? 142 : null,
      );
    }
  }
}
