import { density, PLASTISOL } from '../material/index.ts';
import {
  barrelVolumes,
  baitMass,
  capacity,
  drawFlow,
  heels,
  massShares,
  pourFlow,
  shares,
  stageFill,
  stageMass,
  sum,
} from '../shot/index.ts';
import type { Flow, StageMass } from '../shot/index.ts';
import { baitsToShoot, chanceOfEnough } from '../yield/index.ts';
import type { PlanInput } from './input.ts';
import { shotHeat } from './heat.ts';
import type { Run } from './run.ts';
import { densityOf, rigOf, runDensity, runsOf, sizesOf, sourceOf } from './run.ts';

export interface PlannedShot {
  n: number;
  /** run it belongs to */
  job: string;
  mould: number;
  trial: boolean;
  baits: number;
}
export interface PlannedDraw {
  n: number;
  job: string;
  /** shots it serves, by number; a per-port mould may need several draws for one */
  shots: number[];
  /** cavities of the one mould it serves, where it cannot serve them all */
  cavities: number[] | null;
  /** by barrel: mix and mL at shot heat; by pour where nothing is shot */
  barrels: { mix: number; layer: string; ml: number }[];
  /** by hand from the cup, before anything is shot */
  poured?: { mix: number; layer: string; ml: number }[];
}
export interface PlannedRun {
  /** run key */
  key: string;
  /** name of its stage */
  stage?: string;
  /** what it leaves */
  makes?: string;
  /** baits or inserts wanted of it */
  need: number;
  shots: number;
  trials: number;
  baits: number;
  /** chance of having enough; the prior is stated with it */
  chance: number;
  good?: number;
  /** baits' worth of experience behind that share */
  strength?: number;
  /** inserts it takes, and how many of them are on the shelf already */
  takes?: { count: number; fromShelf: number };
  /** mL at shot heat one shot takes from each barrel, heel and purge in it, and what the barrel holds */
  barrels: {
    layer: string;
    layerName: string;
    mix: number;
    perShot: number;
    perDraw: number;
    holds: number;
    share: number;
    heel?: number;
    purge?: number;
  }[];
  /** g of each layer in one bait, cavity by cavity at its mean; with what lies in it, they add up to the cavity */
  layers?: { layer: string; name: string; grams: number }[];
  shotsPerDraw: number;
  drawsPerShot: number;
}

export interface Laid {
  planned: PlannedRun;
  shots: PlannedShot[];
  draws: PlannedDraw[];
  flows: Flow[];
  /** draw each flow belongs to, by number */
  flowDraws: number[];
}

interface Wanted {
  need: number;
  confidence: number;
  trials: number;
  extra: number;
}

/** Shots one session may hold, inserts counted: ten evenings of four hands. More is a slip of a finger, or wants splitting. */
export const MOST_SHOTS = 1000;

/** Why a job cannot be laid: no number of shots gives enough, or more would be wanted than a session holds. */
export type NotLaid = 'spares' | 'shots';

function countShots(
  run: Run,
  wanted: Wanted,
  strength: number,
): { shots: number; baits: number; chance: number } | NotLaid {
  const guess = { share: run.tools.good, strength: run.tools.strength ?? strength };
  const sizes = sizesOf(run.tools.moulds);
  const most = MOST_SHOTS * Math.max(...sizes);
  if (wanted.need > most) return 'shots';
  const least = baitsToShoot(wanted.need, guess, wanted.confidence);
  if (least === null) return 'spares';
  if (least > most) return 'shots';
  let shots = 0;
  let baits = 0;
  while (baits < least) baits += sizes[shots++ % sizes.length]!;
  const all = Math.max(wanted.need > 0 ? 1 : 0, shots + wanted.extra);
  baits = sum(Array.from({ length: all }, (_, i) => sizes[i % sizes.length]!));
  return { shots: all, baits, chance: chanceOfEnough(wanted.need, baits, guess) };
}

/** Lays one run: its shots, the draws that serve them, and where every gram goes. */
function layRun(
  run: Run,
  wanted: Wanted,
  input: PlanInput,
  firstShot: number,
  firstDraw: number,
): Laid | NotLaid {
  const { job, stage, tools } = run;
  const counted = countShots(run, wanted, input.settings.strength);
  if (typeof counted === 'string') return counted;
  if (firstShot - 1 + counted.shots + wanted.trials > MOST_SHOTS) return 'shots';
  const rig = rigOf(run);
  const heat = shotHeat(tools);
  const { purge, loss } = input.settings;
  const rho20 = runDensity(run, input.cups);
  const hot = density(heat, rho20);
  const source = sourceOf(job, stage);
  const lag = Math.max(1, tools.moulds.length);
  const mixOf = (layer: string) => job.layers[layer]!;
  const shots: PlannedShot[] = Array.from({ length: wanted.trials + counted.shots }, (_, i) => {
    const trial = i < wanted.trials;
    const mould = tools.moulds[trial ? 0 : (i - wanted.trials) % tools.moulds.length]!;
    return {
      n: firstShot + i,
      job: run.key,
      mould: mould.id,
      trial,
      baits: mould.mould.cavities.length,
    };
  });
  const masses = new Map(tools.moulds.map((m) => [m.id, stageMass(stage, m.mould, source, rho20)]));
  const mouldOf = (id: number) => tools.moulds.find((m) => m.id === id)!.mould;
  const fits = rig
    ? tools.moulds.map((m) => capacity(rig, m.mould, masses.get(m.id)!, heat, purge, rho20))
    : [];
  const shotsPerDraw = rig
    ? Math.max(1, Math.min(tools.moulds.length, ...fits.map((f) => f.shotsPerDraw)))
    : 1;
  const drawsPerShot = rig ? Math.max(...fits.map((f) => f.drawsPerShot)) : 1;
  const mixedTo = tools.mixedTo === 'puck' ? 'puck' : String(job.layers[tools.mixedTo] ?? 'puck');

  const draws: PlannedDraw[] = [];
  const flows: Flow[] = [];
  const flowDraws: number[] = [];
  const put = (flow: Flow) => {
    flows.push(flow);
    flowDraws.push(firstDraw + draws.length);
  };
  /** What is poured into these shots' cavities, and for a rod the sprue it is pushed through. */
  const pour = (served: PlannedShot[]): NonNullable<PlannedDraw['poured']> =>
    stage.pours.map((p, i) => {
      const grams = sum(served.map((s) => sum(masses.get(s.mould)!.poured.get(p.key)!.values())));
      const sprue =
        !rig && i === stage.pours.length - 1
          ? sum(served.map((s) => masses.get(s.mould)!.feed))
          : 0;
      const one = new Set(stage.pours.map((x) => mixOf(x.key))).size === 1;
      put(
        pourFlow(String(mixOf(p.key)), grams, loss, served[0]!.trial, lag, {
          grams: sprue,
          to: one ? String(mixOf(p.key)) : mixedTo,
        }),
      );
      return { mix: mixOf(p.key), layer: p.key, ml: (grams + sprue) / hot };
    });
  /** @param parts draws of the same mould still to come: what sets in it comes back when it is opened, after the last */
  const add = (
    served: PlannedShot[],
    cavities: number[] | null,
    baits: number,
    feed: number,
    first: boolean,
    parts = 0,
  ) => {
    const poured = first && stage.pours.length > 0 ? pour(served) : undefined;
    const volumes = rig ? barrelVolumes(rig, baits + feed, heat, purge, rho20) : [];
    if (rig)
      put(
        drawFlow({
          cups: stage.layers.map((l) => String(mixOf(l.key))),
          rig,
          baits,
          feed,
          heat,
          purge,
          loss,
          habit: tools.habit,
          mixedTo,
          trial: served[0]!.trial,
          lag: lag + parts,
          inserts: stage.takes !== null,
          density20: stage.layers.map((l) => densityOf(mixOf(l.key), input.cups)),
        }),
      );
    draws.push({
      n: firstDraw + draws.length,
      job: run.key,
      shots: served.map((s) => s.n),
      cavities,
      barrels: volumes.map((ml, i) => ({
        mix: mixOf(stage.layers[i]!.key),
        layer: stage.layers[i]!.key,
        ml,
      })),
      ...(poured ? { poured } : {}),
    });
  };
  for (let i = 0; i < shots.length;) {
    const shot = shots[i]!;
    const mould = mouldOf(shot.mould);
    const mass = masses.get(shot.mould)!;
    const fit = fits[tools.moulds.findIndex((m) => m.id === shot.mould)];
    if (fit && fit.drawsPerShot > 1) {
      for (let c = 0; c < mould.cavities.length; c += fit.cavitiesPerDraw) {
        const part = mould.cavities.slice(c, c + fit.cavitiesPerDraw).map((x) => x.n);
        add(
          [shot],
          part,
          sum(part.map((n) => mass.cavities.get(n)!)),
          mass.feedEach * part.length +
            (c === 0 ? mould.runner * density(PLASTISOL.noFlow, rho20) : 0),
          c === 0,
          Math.ceil((mould.cavities.length - c) / fit.cavitiesPerDraw) - 1,
        );
      }
      i += 1;
      continue;
    }
    // Trial shots are drawn for alone: the colour may change after them.
    const served = shots.slice(i, i + shotsPerDraw).filter((s) => s.trial === shot.trial);
    const together = shot.trial ? served.slice(0, 1) : served;
    const all = together.map((s) => masses.get(s.mould)!);
    add(together, null, sum(all.map(baitMass)), sum(all.map((m) => m.feed)), true);
    i += together.length;
  }
  const largest = [...masses.values()].reduce((a, b) =>
    baitMass(a) + a.feed >= baitMass(b) + b.feed ? a : b,
  );
  const perShot = rig
    ? barrelVolumes(rig, baitMass(largest) + largest.feed, heat, purge, rho20)
    : [];
  const part = rig ? shares(rig) : [];
  const rest = rig ? heels(rig) : [];
  return {
    shots,
    draws,
    flows,
    flowDraws,
    planned: {
      key: run.key,
      stage: stage.name,
      makes: stage.makes,
      need: wanted.need,
      shots: counted.shots,
      trials: wanted.trials,
      baits: counted.baits,
      chance: counted.chance,
      good: tools.good,
      strength: tools.strength ?? input.settings.strength,
      shotsPerDraw,
      drawsPerShot,
      ...(stage.takes ? { takes: { count: sum(shots.map((s) => s.baits)), fromShelf: 0 } } : {}),
      barrels: stage.layers.map((layer, i) => ({
        layer: layer.key,
        layerName: layer.name,
        mix: mixOf(layer.key),
        perShot: perShot[i]!,
        perDraw: Math.max(0, ...draws.map((d) => d.barrels[i]!.ml)),
        holds: rig!.injector.barrels[i]!.volume,
        share: part[i]!,
        heel: rest[i]!,
        purge,
      })),
      layers: meanLayers(
        run,
        masses.get(tools.moulds[0]!.id)!,
        massShares(
          part,
          stage.layers.map((l) => densityOf(mixOf(l.key), input.cups)),
        ),
      ),
    },
  };
}

/** Grams of each of a stage's layers in one bait: a cavity's mean. */
function meanLayers(
  { stage }: Run,
  mass: StageMass,
  part: number[],
): NonNullable<PlannedRun['layers']> {
  const n = mass.cavities.size;
  return [
    ...stage.pours.map((p) => ({
      layer: p.key,
      name: p.name,
      grams: sum(mass.poured.get(p.key)!.values()) / n,
    })),
    ...stage.layers.map((l, i) => ({
      layer: l.key,
      name: l.name,
      grams: (part[i]! * baitMass(mass)) / n,
    })),
  ];
}

/**
 * Lays a job, last stage first in the counting and first stage first on the bench: each bait shot, with
 * its spares, wants an insert; those not on the shelf are shot, with spares for what fails there.
 */
export function layJob(
  jobAt: PlanInput['jobs'][number],
  input: PlanInput,
  firstShot: number,
  firstDraw: number,
): Laid[] | NotLaid {
  const runs = runsOf(jobAt);
  const wanted = new Map<string, Wanted>();
  const last = runs.at(-1)!;
  wanted.set(last.key, {
    need: sum(jobAt.lines.map((l) => l.count)),
    confidence: jobAt.confidence,
    trials: jobAt.trials,
    extra: jobAt.extra,
  });
  for (const run of [...runs].reverse()) {
    const own = wanted.get(run.key);
    const from =
      run.stage.takes === null ? undefined : runs.find((r) => r.stage.key === run.stage.takes);
    if (!own || !from) continue;
    const counted = countShots(run, own, input.settings.strength);
    if (typeof counted === 'string') return counted;
    const sizes = sizesOf(run.tools.moulds);
    const taken = counted.baits + own.trials * sizes[0]!;
    wanted.set(from.key, {
      need: Math.max(0, taken - run.tools.fromShelf),
      confidence: jobAt.confidence,
      trials: 0,
      extra: 0,
    });
  }
  const out: Laid[] = [];
  for (const run of runs) {
    const own = wanted.get(run.key);
    if (!own) return 'spares';
    const laid = layRun(
      run,
      own,
      input,
      firstShot + sum(out.map((l) => l.shots.length)),
      firstDraw + sum(out.map((l) => l.draws.length)),
    );
    if (typeof laid === 'string') return laid;
    if (laid.planned.takes) laid.planned.takes.fromShelf = run.tools.fromShelf;
    out.push(laid);
  }
  // A tip is dipped after: so much a bait, from its own cup.
  const { finish } = jobAt.build;
  const end = out.at(-1)!;
  if (finish) {
    end.flows.push(
      pourFlow(
        String(jobAt.layers[finish.key]),
        finish.grams * sum(end.shots.filter((s) => !s.trial).map((s) => s.baits)),
        input.settings.loss,
        false,
        1,
      ),
    );
    end.flowDraws.push(end.draws.at(-1)?.n ?? firstDraw);
  }
  return out;
}

/** Volumes of a job's stages in one mould each, as the plan and the composer report them. */
export const fillsOf = (run: Run) =>
  run.tools.moulds.map(({ mould }) => ({
    mould,
    fills: stageFill(run.stage, mould, sourceOf(run.job, run.stage)),
  }));
