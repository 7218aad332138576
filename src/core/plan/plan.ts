import { build, layersOf } from '../build/index.ts';
import { dose } from '../heat/index.ts';
import { density, GRADES, PLASTISOL } from '../material/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import type { Flow } from '../shot/index.ts';
import { airVolume, balance, baitMass, barrelVolumes, capacity, drawFlow, fillLimit, limitMass, shares, shotMass, sum } from '../shot/index.ts';
import { baitsToShoot, chanceOfEnough } from '../yield/index.ts';
import type { Remark } from './check.ts';
import { checkCup, checkJob } from './check.ts';
import type { CupChoice, Job, PlanInput } from './input.ts';
import { shotHeat } from './heat.ts';

export interface PlannedShot {
  n: number;
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
  /** by barrel: mix and mL at shot heat */
  barrels: { mix: number; layer: string; ml: number }[];
}
export interface PlannedJob {
  key: string;
  need: number;
  shots: number;
  trials: number;
  baits: number;
  /** chance of having enough; the prior is stated with it */
  chance: number;
  /** mL at shot heat one shot takes from each barrel, and what the barrel holds */
  barrels: { layer: string; layerName: string; mix: number; perShot: number; perDraw: number; holds: number; share: number }[];
  shotsPerDraw: number;
  drawsPerShot: number;
}
export interface PlannedCup {
  mix: number;
  letter: string;
  name: string;
  charges: { beforeDraw: number; grams: number; coldMl: number; hotMl: number }[];
  limitMl: number;
  freshG: number;
  freshMl: number;
  returnedG: number;
  drawnG: number;
  leftG: number;
  leftMl: number;
  heatsDrawn: number;
  heatLeft: number;
}
export interface Plan {
  ok: boolean;
  remarks: Remark[];
  jobs: PlannedJob[];
  shots: PlannedShot[];
  draws: PlannedDraw[];
  cups: PlannedCup[];
  totals: { need: number; baits: number; freshG: number; freshMl: number; baitsG: number; returnedG: number; puckG: number; lostG: number; leftG: number };
}

/** Cups are lettered in the order they are first drawn from. */
export const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';
/** Seconds at shot heat that a cook and a reheat cost, for heat history (judgement, until readings tell). */
const COOK_SECONDS = 180;
const REHEAT_SECONDS = 45;

interface Laid {
  planned: PlannedJob;
  shots: PlannedShot[];
  draws: PlannedDraw[];
  flows: Flow[];
}

const density20Of = (cup: CupChoice): number => GRADES[cup.recipe.grade].density20;

/** Density at 20 °C of what a job shoots: its barrels' grades by their shares. */
function jobDensity(job: Job, input: PlanInput): number {
  const part = shares(job.injector!.injector);
  return sum(layersOf(job.build).map((layer, i) => part[i]! * density20Of(input.cups.find((c) => c.mix === job.layers[layer.key])!)));
}

function countShots(job: Job, input: PlanInput): { shots: number; baits: number; need: number; chance: number } | null {
  const need = sum(job.lines.map((l) => l.count));
  const guess = { share: job.good, strength: input.settings.strength };
  const sizes = job.moulds.map((m) => m.mould.cavities.length);
  const wanted = baitsToShoot(need, guess, job.confidence);
  if (wanted === null) return null;
  let shots = 0;
  let baits = 0;
  while (baits < wanted) baits += sizes[shots++ % sizes.length]!;
  const all = Math.max(need > 0 ? 1 : 0, shots + job.extra);
  baits = sum(Array.from({ length: all }, (_, i) => sizes[i % sizes.length]!));
  return { shots: all, baits, need, chance: chanceOfEnough(need, baits, guess) };
}

function layJob(job: Job, input: PlanInput, firstShot: number, firstDraw: number): Laid | null {
  const counted = countShots(job, input);
  if (!counted) return null;
  const { injector } = job.injector!;
  const block = job.block?.block ?? null;
  const heat = shotHeat(job);
  const layers = layersOf(job.build);
  const mixes = layers.map((l) => job.layers[l.key]!);
  const { purge, loss } = input.settings;
  const rho20 = jobDensity(job, input);
  const shots: PlannedShot[] = Array.from({ length: job.trials + counted.shots }, (_, i) => {
    const trial = i < job.trials;
    const mould = job.moulds[trial ? 0 : (i - job.trials) % job.moulds.length]!;
    return { n: firstShot + i, job: job.key, mould: mould.id, trial, baits: mould.mould.cavities.length };
  });
  const mouldOf = (id: number) => job.moulds.find((m) => m.id === id)!.mould;
  const fits = job.moulds.map((m) => capacity(injector, block, m.mould, heat, purge, rho20));
  const shotsPerDraw = Math.max(1, Math.min(job.moulds.length, ...fits.map((f) => f.shotsPerDraw)));
  const drawsPerShot = Math.max(...fits.map((f) => f.drawsPerShot));

  const draws: PlannedDraw[] = [];
  const flows: Flow[] = [];
  const add = (served: PlannedShot[], cavities: number[] | null, baits: number, feed: number) => {
    const volumes = barrelVolumes(injector, block, baits + feed, heat, purge, rho20);
    draws.push({ n: firstDraw + draws.length, job: job.key, shots: served.map((s) => s.n), cavities, barrels: mixes.map((mix, i) => ({ mix, layer: layers[i]!.key, ml: volumes[i]! })) });
    const mixedTo = job.mixedTo === 'puck' ? 'puck' : String(job.layers[job.mixedTo] ?? mixes[0]);
    flows.push(drawFlow({ cups: mixes.map(String), injector, block, baits, feed, heat, purge, loss, habit: job.habit, mixedTo, trial: served[0]!.trial, lag: Math.max(1, job.moulds.length), density20: rho20 }));
  };
  for (let i = 0; i < shots.length; ) {
    const shot = shots[i]!;
    const mould = mouldOf(shot.mould);
    const mass = shotMass(mould, rho20);
    const fit = fits[job.moulds.findIndex((m) => m.id === shot.mould)]!;
    if (fit.drawsPerShot > 1) {
      for (let c = 0; c < mould.cavities.length; c += fit.cavitiesPerDraw) {
        const part = mould.cavities.slice(c, c + fit.cavitiesPerDraw).map((x) => x.n);
        add([shot], part, sum(part.map((n) => mass.cavities.get(n)!)), mass.feedEach * part.length + (c === 0 ? mould.runner * density(PLASTISOL.noFlow, rho20) : 0));
      }
      i += 1;
      continue;
    }
    // Trial shots are drawn for alone: the colour may change after them.
    const served = shots.slice(i, i + shotsPerDraw).filter((s) => s.trial === shot.trial);
    const together = shot.trial ? served.slice(0, 1) : served;
    const masses = together.map((s) => shotMass(mouldOf(s.mould), rho20));
    add(together, null, sum(masses.map(baitMass)), sum(masses.map((m) => m.feed)));
    i += together.length;
  }
  const largest = job.moulds.map((m) => shotMass(m.mould, rho20)).reduce((a, b) => (baitMass(a) + a.feed >= baitMass(b) + b.feed ? a : b));
  const perShot = barrelVolumes(injector, block, baitMass(largest) + largest.feed, heat, purge, rho20);
  const part = shares(injector);
  return {
    shots,
    draws,
    flows,
    planned: {
      key: job.key,
      need: counted.need,
      shots: counted.shots,
      trials: job.trials,
      baits: counted.baits,
      chance: counted.chance,
      shotsPerDraw,
      drawsPerShot,
      barrels: layers.map((layer, i) => ({
        layer: layer.key,
        layerName: layer.name,
        mix: mixes[i]!,
        perShot: perShot[i]!,
        perDraw: Math.max(...draws.map((d) => d.barrels[i]!.ml)),
        holds: injector.barrels[i]!.volume,
        share: part[i]!,
      })),
    },
  };
}

/**
 * Works out a whole session: shots with spares, draws, barrels, cups and charges, what comes round
 * again and what is left (M1). Nothing is worked out while something is refused.
 */
export function planSession(input: PlanInput, shop: ShopUnits): Plan {
  const remarks: Remark[] = input.jobs.flatMap((job) => checkJob(job, input, shop));
  if (input.jobs.length === 0) remarks.push({ code: 'nothing', weight: 'refused', about: 'plan', sentence: 'Nothing is chosen yet. Take order lines from the left.' });
  const used = input.cups.filter((c) => input.jobs.some((j) => layersOf(j.build).some((l) => j.layers[l.key] === c.mix)));
  for (const cup of used) if (!cup.vessel) remarks.push(...checkCup(cup, undefined, 0, 0, shop));
  const empty: Plan = { ok: false, remarks, jobs: [], shots: [], draws: [], cups: [], totals: { need: 0, baits: 0, freshG: 0, freshMl: 0, baitsG: 0, returnedG: 0, puckG: 0, lostG: 0, leftG: 0 } };
  if (remarks.some((r) => r.weight === 'refused')) return empty;

  const laid: Laid[] = [];
  for (const job of input.jobs) {
    const job1 = layJob(job, input, 1 + sum(laid.map((l) => l.shots.length)), 1 + sum(laid.map((l) => l.draws.length)));
    if (!job1) {
      remarks.push({ code: 'spares', weight: 'refused', about: job.key, sentence: `${job.bait.name}: with so few coming good, no sensible number of shots gives ${sum(job.lines.map((l) => l.count))}. Raise the share that comes good, or lower the certainty.` });
      return empty;
    }
    laid.push(job1);
  }
  const flows = laid.flatMap((l) => l.flows);
  const draws = laid.flatMap((l) => l.draws);
  const hottest = Math.max(...input.jobs.map(shotHeat));
  const specs = Object.fromEntries(
    used.map((cup) => [String(cup.mix), {
      limit: limitMass(cup.vessel!.vessel, cup.degas !== 'none', hottest, density20Of(cup)),
      air: airVolume(cup.vessel!.vessel) * density(hottest, density20Of(cup)),
      step: input.settings.step * density20Of(cup),
    }]),
  );
  const run = balance(specs, flows, { reheatEvery: input.settings.reheatEvery, doseCook: dose(PLASTISOL.fusion, COOK_SECONDS), doseReheat: dose(hottest, REHEAT_SECONDS) });

  const order = [...new Set(draws.flatMap((d) => d.barrels.map((b) => b.mix)))];
  const cups = order.map((mix, i): PlannedCup => {
    const cup = used.find((c) => c.mix === mix)!;
    const one = run.cups[String(mix)]!;
    const limit = fillLimit(cup.vessel!.vessel, cup.degas !== 'none');
    remarks.push(...checkCup(cup, one.short, limit, (one.short?.by ?? 0) / density(hottest, density20Of(cup)), shop));
    const cold = density20Of(cup);
    const hot = density(Math.max(PLASTISOL.fusion, hottest), cold);
    return {
      mix,
      letter: LETTERS[i] ?? `Z${i}`,
      name: cup.recipe.name,
      charges: one.charges.map((c) => ({ beforeDraw: c.beforeDraw + 1, grams: c.fresh, coldMl: c.fresh / cold, hotMl: c.held / hot })),
      limitMl: limit,
      freshG: one.fresh,
      freshMl: one.fresh / cold,
      returnedG: one.returned,
      drawnG: one.drawn,
      leftG: one.left,
      leftMl: one.left / cold,
      heatsDrawn: one.heatsDrawn,
      heatLeft: Math.max(0, 1 - one.doseLeft),
    };
  });
  const total = (pick: (c: PlannedCup) => number) => sum(cups.map(pick));
  return {
    ok: !remarks.some((r) => r.weight === 'refused'),
    remarks,
    jobs: laid.map((l) => l.planned),
    shots: laid.flatMap((l) => l.shots),
    draws,
    cups,
    totals: {
      need: sum(laid.map((l) => l.planned.need)),
      baits: sum(laid.map((l) => l.planned.baits)),
      freshG: total((c) => c.freshG),
      freshMl: total((c) => c.freshMl),
      baitsG: run.baits,
      returnedG: total((c) => c.returnedG),
      puckG: run.puck,
      lostG: run.lost,
      leftG: total((c) => c.leftG),
    },
  };
}

/** Whether any stage of a build shoots more than one colour at once. */
export const isMixed = (job: Pick<Job, 'build'>): boolean => build(job.build).mixed;
