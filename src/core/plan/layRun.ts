import { type Wanted, countShots } from './countShots.ts';
import { density, PLASTISOL } from '../material/plastisol.ts';
import type { Flow } from '../shot/balance.ts';
import { capacity, barrelVolumes, shares, heels, massShares } from '../shot/barrels.ts';
import { stageMass, type StageMass } from '../shot/fill.ts';
import { pourFlow, drawFlow } from '../shot/flow.ts';
import { sum, baitMass } from '../shot/volume.ts';
import { shotHeat } from './heat.ts';
import type { PlanInput } from './input.ts';
import {
  type NotLaid,
  MOST_SHOTS,
  type Laid,
  type PlannedShot,
  type PlannedDraw,
  type PlannedRun,
} from './laid.ts';
import { type Run, rigOf, runDensity, sourceOf, densityOf } from './run.ts';
/** Lays one run: its shots, the draws that serve them, and where every gram goes. */
export function layRun(
  run: Run,
  wanted: Wanted,
  input: PlanInput,
  { firstShot, firstDraw }: { firstShot: number; firstDraw: number },
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
  const masses = new Map(
    tools.moulds.map((mould) => [mould.id, stageMass(stage, mould.mould, source, rho20)]),
  );
  const mouldOf = (id: number) => tools.moulds.find((mould) => mould.id === id)!.mould;
  const fits = rig
    ? tools.moulds.map((mould) =>
        capacity(rig, mould.mould, masses.get(mould.id)!, {
          celsius: heat,
          purge,
          density20: rho20,
        }),
      )
    : [];
  const shotsPerDraw = rig
    ? Math.max(1, Math.min(tools.moulds.length, ...fits.map((fit) => fit.shotsPerDraw)))
    : 1;
  const drawsPerShot = rig ? Math.max(...fits.map((fit) => fit.drawsPerShot)) : 1;
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
    stage.pours.map((pour, i) => {
      const grams = sum(
        served.map((shot) => sum(masses.get(shot.mould)!.poured.get(pour.key)!.values())),
      );
      const sprue =
        !rig && i === stage.pours.length - 1
          ? sum(served.map((shot) => masses.get(shot.mould)!.feed))
          : 0;
      const one = new Set(stage.pours.map((pour) => mixOf(pour.key))).size === 1;
      put(
        pourFlow(String(mixOf(pour.key)), grams, {
          loss,
          trial: served[0]!.trial,
          lag,
          sprue: {
            grams: sprue,
            to: one ? String(mixOf(pour.key)) : mixedTo,
          },
        }),
      );
      return { mix: mixOf(pour.key), layer: pour.key, ml: (grams + sprue) / hot };
    });
  /**
   * @param parts draws of the same mould still to come: what sets in it comes back when it is
   * opened, after the last
   */
  const add = (
    served: PlannedShot[],
    {
      cavities,
      baits,
      feed,
      first,
      parts = 0,
    }: { cavities: number[] | null; baits: number; feed: number; first: boolean; parts?: number },
  ) => {
    const poured = first && stage.pours.length > 0 ? pour(served) : undefined;
    const volumes = rig
      ? barrelVolumes(rig, baits + feed, { celsius: heat, purge, density20: rho20 })
      : [];
    if (rig)
      put(
        drawFlow({
          cups: stage.layers.map((layer) => String(mixOf(layer.key))),
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
          density20: stage.layers.map((layer) => densityOf(mixOf(layer.key), input.cups)),
        }),
      );
    draws.push({
      n: firstDraw + draws.length,
      job: run.key,
      shots: served.map((shot) => shot.n),
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
    const fit = fits[tools.moulds.findIndex((mould) => mould.id === shot.mould)];
    if (fit && fit.drawsPerShot > 1) {
      for (let first = 0; first < mould.cavities.length; first += fit.cavitiesPerDraw) {
        const part = mould.cavities
          .slice(first, first + fit.cavitiesPerDraw)
          .map((cavity) => cavity.n);
        add([shot], {
          cavities: part,
          baits: sum(part.map((count) => mass.cavities.get(count)!)),
          feed:
            mass.feedEach * part.length +
            (first === 0 ? mould.runner * density(PLASTISOL.noFlow, rho20) : 0),
          first: first === 0,
          parts: Math.ceil((mould.cavities.length - first) / fit.cavitiesPerDraw) - 1,
        });
      }
      i += 1;
      continue;
    }
    // Trial shots are drawn for alone: the colour may change after them.
    const served = shots
      .slice(i, i + shotsPerDraw)
      .filter((planned) => planned.trial === shot.trial);
    const together = shot.trial ? served.slice(0, 1) : served;
    const all = together.map((shot) => masses.get(shot.mould)!);
    add(together, {
      cavities: null,
      baits: sum(all.map(baitMass)),
      feed: sum(all.map((stageMass) => stageMass.feed)),
      first: true,
    });
    i += together.length;
  }
  const largest = [...masses.values()].reduce((best, next) =>
    baitMass(best) + best.feed >= baitMass(next) + next.feed ? best : next,
  );
  const perShot = rig
    ? barrelVolumes(rig, baitMass(largest) + largest.feed, {
        celsius: heat,
        purge,
        density20: rho20,
      })
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
      ...(stage.takes
        ? { takes: { count: sum(shots.map((shot) => shot.baits)), fromShelf: 0 } }
        : {}),
      barrels: stage.layers.map((layer, i) => ({
        layer: layer.key,
        layerName: layer.name,
        mix: mixOf(layer.key),
        perShot: perShot[i]!,
        perDraw: Math.max(0, ...draws.map((draw) => draw.barrels[i]!.ml)),
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
          stage.layers.map((layer) => densityOf(mixOf(layer.key), input.cups)),
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
