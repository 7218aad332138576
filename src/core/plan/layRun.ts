import { type Wanted, countShots } from './countShots.ts';
import { barrelVolumes, heels, massShares, shares } from '../shot/barrels.ts';
import type { StageMass } from '../shot/fill.ts';
import { baitMass, sum } from '../shot/volume.ts';
import type { PlanInput } from './input.ts';
import { type Laid, MOST_SHOTS, type NotLaid, type PlannedRun, type PlannedShot } from './laid.ts';
import { Draws } from './layDraws.ts';
import { densityOf, type Run } from './run.ts';

/** Shots of a run in order: trials in its first mould, the rest in each of its moulds in turn. */
const shotsOf = (run: Run, trials: number, shots: number, first: number): PlannedShot[] =>
  Array.from({ length: trials + shots }, (_, i) => {
    const { moulds } = run.tools;
    const trial = i < trials;
    const { id, mould } = moulds[trial ? 0 : (i - trials) % moulds.length]!;
    return { n: first + i, job: run.key, mould: id, trial, baits: mould.cavities.length };
  });

/** What each barrel is asked for by the largest of the moulds, and by the largest of the draws. */
function barrelsOf(run: Run, laid: Draws): PlannedRun['barrels'] {
  const { rig, masses, draws, hot } = laid;
  if (!rig) return [];
  const grams = Math.max(...[...masses.values()].map((mass) => baitMass(mass) + mass.feed));
  const perShot = barrelVolumes(rig, grams, hot);
  const part = shares(rig);
  const rest = heels(rig);
  return run.stage.layers.map((layer, i) => ({
    layer: layer.key,
    layerName: layer.name,
    cup: laid.cupOf(layer.key),
    perShot: perShot[i]!,
    perDraw: Math.max(0, ...draws.map((draw) => draw.barrels[i]!.ml)),
    holds: rig.injector.barrels[i]!.volume,
    share: part[i]!,
    heel: rest[i]!,
    purge: hot.purge,
  }));
}

/** Lays one run: its shots, the draws that serve them, and where every gram goes. */
export function layRun(
  run: Run,
  wanted: Wanted,
  input: PlanInput,
  { firstShot, firstDraw }: { firstShot: number; firstDraw: number },
): Laid | NotLaid {
  const { stage, tools } = run;
  const counted = countShots(run, wanted, input.settings.strength);
  if (typeof counted === 'string') return counted;
  if (firstShot - 1 + counted.shots + wanted.trials > MOST_SHOTS) return 'shots';
  const shots = shotsOf(run, wanted.trials, counted.shots, firstShot);
  const laid = new Draws(run, input, firstDraw);
  for (let from = 0; from < shots.length;) from += laid.serve(shots.slice(from));
  const { draws, flows, flowDraws, shotsPerDraw, drawsPerShot } = laid;
  const densities = stage.layers.map((layer) => densityOf(laid.cupOf(layer.key), input.cups));
  const part = massShares(laid.rig ? shares(laid.rig) : [], densities);
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
      ...(tools.cavities && { cavities: tools.cavities }),
      shotsPerDraw,
      drawsPerShot,
      ...(stage.takes
        ? { takes: { count: sum(shots.map((shot) => shot.baits)), fromShelf: 0 } }
        : {}),
      barrels: barrelsOf(run, laid),
      layers: meanLayers(run, laid.masses.get(tools.moulds[0]!.id)!, part),
    },
  };
}
/** Grams of each of a stage's layers in one bait: a cavity's mean. */
function meanLayers(
  { stage }: Run,
  mass: StageMass,
  part: number[],
): NonNullable<PlannedRun['layers']> {
  const count = mass.cavities.size;
  return [
    ...stage.pours.map((pour) => ({
      layer: pour.key,
      name: pour.name,
      grams: sum(mass.poured.get(pour.key)!.values()) / count,
    })),
    ...stage.layers.map((layer, i) => ({
      layer: layer.key,
      name: layer.name,
      grams: (part[i]! * baitMass(mass)) / count,
    })),
  ];
}
