import { density, PLASTISOL } from '../material/plastisol.ts';
import type { Flow } from '../shot/recirculation.ts';
import { barrelVolumes, capacity, type Rig } from '../shot/barrels.ts';
import { type StageMass, stageMass } from '../shot/fill.ts';
import { drawFlow, pourFlow } from '../shot/flow.ts';
import { baitMass, sum } from '../shot/volume.ts';
import { shotHeat } from './heat.ts';
import type { PlanInput } from './input.ts';
import type { CupId } from './cupId.ts';
import type { PlannedDraw, PlannedShot } from './laid.ts';
import { densityOf, rigOf, type Run, runDensity, sourceOf } from './run.ts';

/** What one draw serves. */
interface Served {
  shots: PlannedShot[];
  /** of one mould, where it cannot serve them all */
  cavities: number[] | null;
  /** g of baits, and of what feeds them */
  baits: number;
  feed: number;
  /** nothing was drawn for these shots before: what is poured comes with it */
  first: boolean;
  /**
   * draws of the same mould still to come: what sets in it comes back when it is opened, after the
   * last
   */
  parts: number;
}

/** The draws of one run: which shots each serves, and where every gram goes. */
export class Draws {
  readonly draws: PlannedDraw[] = [];
  readonly flows: Flow[] = [];
  /** draw each flow belongs to, by number */
  readonly flowDraws: number[] = [];
  readonly rig: Rig | null;
  readonly masses: Map<number, StageMass>;
  /** shots one draw serves, and draws one shot wants */
  readonly shotsPerDraw: number;
  readonly drawsPerShot: number;
  private readonly heat: number;
  private readonly density20: number;
  private readonly fits: ReturnType<typeof capacity>[];
  /** shots after which what sets in a mould comes back */
  private readonly lag: number;
  private readonly mixedTo: string;

  constructor(
    private readonly run: Run,
    private readonly input: PlanInput,
    private readonly first: number,
  ) {
    const { job, stage, tools } = run;
    this.rig = rigOf(run);
    this.heat = shotHeat(tools);
    this.density20 = runDensity(run, input.cups);
    this.lag = Math.max(1, tools.moulds.length);
    const source = sourceOf(job, stage);
    this.masses = new Map(
      tools.moulds.map(({ id, mould }) => [id, stageMass(stage, mould, source, this.density20)]),
    );
    const { rig } = this;
    this.fits = rig
      ? tools.moulds.map(({ id, mould }) => capacity(rig, mould, this.masses.get(id)!, this.hot))
      : [];
    const most = Math.min(tools.moulds.length, ...this.fits.map((fit) => fit.shotsPerDraw));
    this.shotsPerDraw = rig ? Math.max(1, most) : 1;
    this.drawsPerShot = rig ? Math.max(...this.fits.map((fit) => fit.drawsPerShot)) : 1;
    this.mixedTo = tools.mixedTo === 'puck' ? 'puck' : (job.drawnFrom[tools.mixedTo] ?? 'puck');
  }
  /** How plastic is measured by its barrels. */
  get hot() {
    const { purge } = this.input.settings;
    return { celsius: this.heat, purge, density20: this.density20 };
  }
  cupOf(layer: string): CupId {
    return this.run.job.drawnFrom[layer]!;
  }
  private put(flow: Flow): void {
    this.flows.push(flow);
    this.flowDraws.push(this.first + this.draws.length);
  }
  /** What is poured into these shots' cavities, and for a rod the sprue it is pushed through. */
  private pour(served: PlannedShot[]): NonNullable<PlannedDraw['poured']> {
    const { stage } = this.run;
    const { loss } = this.input.settings;
    const massOf = (shot: PlannedShot) => this.masses.get(shot.mould)!;
    const ofOneCup = new Set(stage.pours.map((pour) => this.cupOf(pour.key))).size === 1;
    return stage.pours.map((pour, i) => {
      const cup = this.cupOf(pour.key);
      const grams = sum(served.map((shot) => sum(massOf(shot).poured.get(pour.key)!.values())));
      const last = i === stage.pours.length - 1;
      const sprue = last && !this.rig ? sum(served.map((shot) => massOf(shot).feed)) : 0;
      this.put(
        pourFlow(cup, grams, {
          loss,
          trial: served[0]!.trial,
          lag: this.lag,
          sprue: { grams: sprue, to: ofOneCup ? cup : this.mixedTo },
        }),
      );
      return { cup, layer: pour.key, ml: (grams + sprue) / density(this.heat, this.density20) };
    });
  }
  private add({ shots, cavities, baits, feed, first, parts }: Served): void {
    const { stage, tools } = this.run;
    const { purge, loss } = this.input.settings;
    const poured = first && stage.pours.length > 0 ? this.pour(shots) : undefined;
    const volumes = this.rig ? barrelVolumes(this.rig, baits + feed, this.hot) : [];
    if (this.rig)
      this.put(
        drawFlow({
          cups: stage.layers.map((layer) => this.cupOf(layer.key)),
          rig: this.rig,
          baits,
          feed,
          heat: this.heat,
          purge,
          loss,
          habit: tools.habit,
          mixedTo: this.mixedTo,
          trial: shots[0]!.trial,
          lag: this.lag + parts,
          inserts: stage.takes !== null,
          density20: stage.layers.map((layer) => densityOf(this.cupOf(layer.key), this.input.cups)),
        }),
      );
    this.draws.push({
      n: this.first + this.draws.length,
      job: this.run.key,
      shots: shots.map((shot) => shot.n),
      cavities,
      barrels: volumes.map((ml, i) => ({
        cup: this.cupOf(stage.layers[i]!.key),
        layer: stage.layers[i]!.key,
        ml,
      })),
      ...(poured ? { poured } : {}),
    });
  }
  /** One mould that several draws serve, some cavities each: the runner fills with the first. */
  private serveInParts(shot: PlannedShot, perDraw: number): void {
    const { mould } = this.run.tools.moulds.find(({ id }) => id === shot.mould)!;
    const mass = this.masses.get(shot.mould)!;
    const numbers = mould.cavities.map((cavity) => cavity.n);
    const runner = mould.runner * density(PLASTISOL.noFlow, this.density20);
    for (let from = 0; from < numbers.length; from += perDraw) {
      const cavities = numbers.slice(from, from + perDraw);
      this.add({
        shots: [shot],
        cavities,
        baits: sum(cavities.map((count) => mass.cavities.get(count)!)),
        feed: mass.feedEach * cavities.length + (from === 0 ? runner : 0),
        first: from === 0,
        parts: Math.ceil((numbers.length - from) / perDraw) - 1,
      });
    }
  }
  private serveTogether(shots: PlannedShot[]): void {
    const masses = shots.map((shot) => this.masses.get(shot.mould)!);
    this.add({
      shots,
      cavities: null,
      baits: sum(masses.map(baitMass)),
      feed: sum(masses.map((mass) => mass.feed)),
      first: true,
      parts: 0,
    });
  }
  /** Draws for the first of these shots, and for as many as go with it. */
  serve(shots: readonly PlannedShot[]): number {
    const shot = shots[0]!;
    const fit = this.fits[this.run.tools.moulds.findIndex(({ id }) => id === shot.mould)];
    if (fit && fit.drawsPerShot > 1) {
      this.serveInParts(shot, fit.cavitiesPerDraw);
      return 1;
    }
    // Trial shots are drawn for alone: the colour may change after them.
    const alike = shots.slice(0, this.shotsPerDraw).filter((other) => other.trial === shot.trial);
    const together = shot.trial ? [shot] : alike;
    this.serveTogether(together);
    return together.length;
  }
}
