import { layersOf } from '../build/index.ts';
import { dose } from '../heat/index.ts';
import { density, GRADES, PLASTISOL } from '../material/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import type { CupSpec, Flow, Recirculation } from '../shot/index.ts';
import { airVolume, balance, fillLimit, limitMass, sum } from '../shot/index.ts';
import type { Remark } from './check.ts';
import { checkCup, checkJob } from './check.ts';
import type { CupChoice, PlanInput } from './input.ts';
import { shotHeat } from './heat.ts';
import type { Laid, NotLaid, PlannedDraw, PlannedRun, PlannedShot } from './lay.ts';
import { layJob, MOST_SHOTS } from './lay.ts';

export interface PlannedCup {
  mix: number;
  letter: string;
  name: string;
  charges: { beforeDraw: number; grams: number; coldMl: number; hotMl: number }[];
  limitMl: number;
  /** the most it ever holds, hot */
  mostMl: number;
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
  /** stage by stage, job by job */
  runs: PlannedRun[];
  shots: PlannedShot[];
  draws: PlannedDraw[];
  cups: PlannedCup[];
  totals: {
    need: number;
    baits: number;
    freshG: number;
    freshMl: number;
    baitsG: number;
    returnedG: number;
    puckG: number;
    lostG: number;
    leftG: number;
  };
}

/** Cups are lettered in the order they are first drawn from. */
export const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';
/** Seconds at shot heat that a cook and a reheat cost, for heat history (judgement, until readings tell). */
const COOK_SECONDS = 180;
const REHEAT_SECONDS = 45;

/** Less than this in a cup scorches before it clears, mL (judgement). */
const LEAST_COOK = 15;

const density20Of = (cup: CupChoice): number => GRADES[cup.recipe.grade].density20;

const NOT_LAID: Record<NotLaid, (bait: string, wanted: number) => string> = {
  spares: (bait, wanted) =>
    `${bait}: with so few coming good, no sensible number of shots gives ${wanted}. Raise the share that comes good, or lower the certainty.`,
  shots: (bait, wanted) =>
    `${bait}: ${wanted} would bring this session to over ${MOST_SHOTS} shots. Take fewer lines, or split this one in the book.`,
};

/** Grams more each cup would have to hold for every draw of the session to be served; cups that are large enough are left out. */
function shortOf(
  specs: Record<string, CupSpec>,
  flows: Flow[],
  how: Recirculation,
): Record<string, number> {
  const wider = structuredClone(specs);
  const short: Record<string, number> = {};
  // A draw that is served after all lets the next shortage show: until none is left.
  for (let k = 0; k < flows.length + 1; k++) {
    const found = Object.entries(balance(wider, flows, how).cups).filter(([, c]) => c.short);
    if (found.length === 0) return short;
    for (const [key, c] of found) {
      wider[key]!.limit += c.short!.by + 1e-6;
      short[key] = (short[key] ?? 0) + c.short!.by + 1e-6;
    }
  }
  return short;
}

/**
 * Works out a whole session: shots with spares, draws, barrels, cups and charges, what comes round
 * again and what is left (M1). Nothing is worked out while something is refused.
 */
export function planSession(input: PlanInput, shop: ShopUnits): Plan {
  const remarks: Remark[] = input.jobs.flatMap((job) => checkJob(job, input, shop));
  if (input.jobs.length === 0)
    remarks.push({
      code: 'nothing',
      weight: 'refused',
      about: 'plan',
      sentence: 'Nothing is chosen yet. Take order lines from the left.',
    });
  const used = input.cups.filter((c) =>
    input.jobs.some((j) => layersOf(j.build).some((l) => j.layers[l.key] === c.mix)),
  );
  for (const cup of used) if (!cup.vessel) remarks.push(...checkCup(cup, undefined, 0, 0, shop));
  const empty: Plan = {
    ok: false,
    remarks,
    runs: [],
    shots: [],
    draws: [],
    cups: [],
    totals: {
      need: 0,
      baits: 0,
      freshG: 0,
      freshMl: 0,
      baitsG: 0,
      returnedG: 0,
      puckG: 0,
      lostG: 0,
      leftG: 0,
    },
  };
  if (remarks.some((r) => r.weight === 'refused')) return empty;

  const laid: Laid[] = [];
  for (const job of input.jobs) {
    const runs = layJob(
      job,
      input,
      1 + sum(laid.map((l) => l.shots.length)),
      1 + sum(laid.map((l) => l.draws.length)),
    );
    if (typeof runs === 'string') {
      remarks.push({
        code: runs,
        weight: 'refused',
        about: job.key,
        sentence: NOT_LAID[runs](job.bait.name, sum(job.lines.map((l) => l.count))),
      });
      return empty;
    }
    laid.push(...runs);
  }
  const flows = laid.flatMap((l) => l.flows);
  const draws = laid.flatMap((l) => l.draws);
  const hottest = Math.max(...input.jobs.flatMap((j) => j.tools.map(shotHeat)));
  // A nozzle wants depth to draw from without air, a tip depth to be dipped in; a spoon wants less.
  const dipped = new Set(
    input.jobs.flatMap((j) => (j.build.finish ? [j.layers[j.build.finish.key]] : [])),
  );
  const drawn = new Set(draws.flatMap((d) => d.barrels.map((b) => b.mix)));
  const specs = Object.fromEntries(
    used.map((cup) => [
      String(cup.mix),
      {
        limit: limitMass(cup.vessel!.vessel, cup.degas !== 'none', hottest, density20Of(cup)),
        air:
          (drawn.has(cup.mix) || dipped.has(cup.mix)
            ? airVolume(cup.vessel!.vessel)
            : Math.min(LEAST_COOK, airVolume(cup.vessel!.vessel))) *
          density(hottest, density20Of(cup)),
        step: input.settings.step * density20Of(cup),
      },
    ]),
  );
  const how = {
    reheatEvery: input.settings.reheatEvery,
    doseCook: dose(PLASTISOL.fusion, COOK_SECONDS),
    doseReheat: dose(hottest, REHEAT_SECONDS),
  };
  const run = balance(specs, flows, how);
  const missing = Object.values(run.cups).some((c) => c.short) ? shortOf(specs, flows, how) : {};

  const order = [
    ...new Set([
      ...draws.flatMap((d) => [...(d.poured ?? []), ...d.barrels].map((b) => b.mix)),
      ...flows.flatMap((f) => Object.keys(f.takes)).map(Number),
    ]),
  ];
  const drawAt = laid.flatMap((l) => l.flowDraws);
  const cups = order.map((mix, i): PlannedCup => {
    const cup = used.find((c) => c.mix === mix)!;
    const one = run.cups[String(mix)]!;
    const limit = fillLimit(cup.vessel!.vessel, cup.degas !== 'none');
    const by = missing[String(mix)];
    remarks.push(
      ...checkCup(
        cup,
        by === undefined ? undefined : { by },
        limit,
        (by ?? 0) / density(Math.max(PLASTISOL.fusion, hottest), density20Of(cup)),
        shop,
      ),
    );
    const cold = density20Of(cup);
    const hot = density(Math.max(PLASTISOL.fusion, hottest), cold);
    return {
      mix,
      letter: LETTERS[i] ?? `Z${i}`,
      name: cup.recipe.name,
      charges: one.charges.map((c) => ({
        beforeDraw: drawAt[c.beforeDraw] ?? 1,
        grams: c.fresh,
        coldMl: c.fresh / cold,
        hotMl: c.held / hot,
      })),
      limitMl: limit,
      mostMl: one.most / hot,
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
  const baits = laid.filter((l) => l.planned.makes === 'bait');
  return {
    ok: !remarks.some((r) => r.weight === 'refused'),
    remarks,
    runs: laid.map((l) => l.planned),
    shots: laid.flatMap((l) => l.shots),
    draws,
    cups,
    totals: {
      need: sum(baits.map((l) => l.planned.need)),
      baits: sum(baits.map((l) => l.planned.baits)),
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
