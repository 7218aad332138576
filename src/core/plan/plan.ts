import type { PlannedCup, Plan } from './planned.ts';
import { layersOf } from '../build/index.ts';
import { dose } from '../heat/index.ts';
import { density, PLASTISOL } from '../material/index.ts';
import { MELT_YIELD } from '../plastic/index.ts';
import { UNKNOWN_SPENT } from './begins.ts';
import type { ShopUnits } from '../quantity/index.ts';
import type { CupSpec, Flow, Recirculation } from '../shot/index.ts';
import { waysOf } from '../ways.ts';
import { airVolume, balance, fillLimit, LEAST_COOK, limitMass, sum } from '../shot/index.ts';
import type { Remark } from './checkFit.ts';
import { checkCup, checkJob } from './check.ts';
import type { CupChoice, PlanInput } from './input.ts';
import { shotHeat } from './heat.ts';
import type { NotLaid } from './laid.ts';
import type { Laid } from './laid.ts';
import { layJob } from './lay.ts';
import { choiceDensity } from './run.ts';
import { MOST_SHOTS } from './laid.ts';

/** Cups are lettered in the order they are first drawn from. */
export const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';
/**
 * Seconds at shot heat that a cook and a reheat cost, for heat history (judgement, until readings
 * tell).
 */
const COOK_SECONDS = 180;
const REHEAT_SECONDS = 45;

/** What a cup that is begun from pucks holds at the start, skins off. */
function begun(begins: CupChoice['begins']): Pick<CupSpec, 'start' | 'startHeats' | 'startDose'> {
  if (!begins) return {};
  const { plastic } = begins.of;
  return {
    start: MELT_YIELD * begins.grams,
    startHeats: plastic.heats,
    startDose: plastic.spent ?? UNKNOWN_SPENT,
  };
}
const NOT_LAID: Record<NotLaid, (bait: string, wanted: number) => string> = {
  spares: (bait, wanted) =>
    `${bait}: with so few coming good, no sensible number of shots gives ${wanted}. Raise ` +
    'the share that comes good, or lower the certainty.',
  shots: (bait, wanted) =>
    `${bait}: ${wanted} would bring this session to over ${MOST_SHOTS} shots. Take fewer ` +
    'lines, or split this one in the book.',
};

/**
 * Grams more each cup would have to hold for every draw of the session to be served; cups that are
 * large enough are left out.
 */
function shortOf(
  specs: Record<string, CupSpec>,
  flows: Flow[],
  how: Recirculation,
): Record<string, number> {
  const wider = structuredClone(specs);
  const short: Record<string, number> = {};
  // A draw that is served after all lets the next shortage show: until none is left.
  for (let k = 0; k < flows.length + 1; k++) {
    const found = Object.entries(balance(wider, flows, how).cups).filter(([, cup]) => cup.short);
    if (found.length === 0) return short;
    for (const [key, cupRun] of found) {
      wider[key]!.limit += cupRun.short!.by + 1e-6;
      short[key] = (short[key] ?? 0) + cupRun.short!.by + 1e-6;
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
      sentence: 'Nothing is chosen yet. Take order lines, or shoot for the shelf.',
    });
  const used = input.cups.filter((cup) =>
    input.jobs.some((job) =>
      layersOf(job.build).some((layer) => job.drawnFrom[layer.key] === cup.id),
    ),
  );
  for (const cup of used)
    if (!cup.vessel) remarks.push(...checkCup(cup, undefined, { limitMl: 0, shortMl: 0, shop }));
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
      tubsG: 0,
      baitsG: 0,
      returnedG: 0,
      puckG: 0,
      lostG: 0,
      leftG: 0,
    },
  };
  if (remarks.some((remark) => remark.weight === 'refused')) return empty;

  const laid: Laid[] = [];
  for (const job of input.jobs) {
    const runs = layJob(
      job,
      input,
      1 + sum(laid.map((laid) => laid.shots.length)),
      1 + sum(laid.map((laid) => laid.draws.length)),
    );
    if (typeof runs === 'string') {
      remarks.push({
        code: runs,
        weight: 'refused',
        about: job.key,
        sentence: NOT_LAID[runs](job.bait.name, sum(job.lines.map((line) => line.count))),
      });
      return empty;
    }
    laid.push(...runs);
  }
  const flows = laid.flatMap((laid) => laid.flows);
  const draws = laid.flatMap((laid) => laid.draws);
  const hottest = Math.max(...input.jobs.flatMap((job) => job.tools.map(shotHeat)));
  // A nozzle wants depth to draw from without air, a tip depth to be dipped in; a spoon wants less.
  const dipped = new Set(
    input.jobs.flatMap((job) => (job.build.finish ? [job.drawnFrom[job.build.finish.key]] : [])),
  );
  // What is poured in from the top is poured to the last of it.
  const drawsUp = waysOf(input.settings).filled === 'drawn';
  const drawn = new Set(
    drawsUp ? draws.flatMap((draw) => draw.barrels.map((barrel) => barrel.cup)) : [],
  );
  const specs = Object.fromEntries(
    used.map((cup) => [
      cup.id,
      {
        limit: limitMass(cup.vessel!.vessel, cup.degas !== 'none', hottest, choiceDensity(cup)),
        air:
          (drawn.has(cup.id) || dipped.has(cup.id)
            ? airVolume(cup.vessel!.vessel)
            : Math.min(LEAST_COOK, airVolume(cup.vessel!.vessel))) *
          density(hottest, choiceDensity(cup)),
        step: input.settings.step * choiceDensity(cup),
        ...begun(cup.begins),
      },
    ]),
  );
  const how = {
    reheatEvery: input.settings.reheatEvery,
    doseCook: dose(PLASTISOL.fusion, COOK_SECONDS),
    doseReheat: dose(hottest, REHEAT_SECONDS),
  };
  const run = balance(specs, flows, how);
  const missing = Object.values(run.cups).some((cup) => cup.short)
    ? shortOf(specs, flows, how)
    : {};

  const order = [
    ...new Set([
      ...draws.flatMap((draw) =>
        [...(draw.poured ?? []), ...draw.barrels].map((barrel) => barrel.cup),
      ),
      ...flows.flatMap((flow) => Object.keys(flow.takes)),
    ]),
  ];
  const drawAt = laid.flatMap((laid) => laid.flowDraws);
  const cups = order.map((id, i): PlannedCup => {
    const cup = used.find((use) => use.id === id)!;
    const one = run.cups[id]!;
    const limit = fillLimit(cup.vessel!.vessel, cup.degas !== 'none');
    const by = missing[id];
    remarks.push(
      ...checkCup(cup, by === undefined ? undefined : { by }, {
        limitMl: limit,
        shortMl: (by ?? 0) / density(Math.max(PLASTISOL.fusion, hottest), choiceDensity(cup)),
        shop,
      }),
    );
    const cold = choiceDensity(cup);
    const hot = density(Math.max(PLASTISOL.fusion, hottest), cold);
    return {
      id,
      mix: cup.mix,
      letter: LETTERS[i] ?? `Z${i}`,
      name: cup.recipe.name,
      charges: one.charges.map((charge) => ({
        beforeDraw: drawAt[charge.beforeDraw] ?? 1,
        grams: charge.fresh,
        coldMl: charge.fresh / cold,
        hotMl: charge.held / hot,
      })),
      begins: cup.begins ?? null,
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
  const total = (pick: (cup: PlannedCup) => number) => sum(cups.map(pick));
  const baits = laid.filter((laid) => laid.planned.makes === 'bait');
  return {
    ok: !remarks.some((remark) => remark.weight === 'refused'),
    remarks,
    runs: laid.map((laid) => laid.planned),
    shots: laid.flatMap((laid) => laid.shots),
    draws,
    cups,
    totals: {
      need: sum(baits.map((bait) => bait.planned.need)),
      baits: sum(baits.map((bait) => bait.planned.baits)),
      freshG: total((cup) => cup.freshG),
      freshMl: total((cup) => cup.freshMl),
      tubsG: total((cup) => cup.begins?.grams ?? 0),
      baitsG: run.baits,
      returnedG: total((cup) => cup.returnedG),
      puckG: run.puck,
      lostG: run.lost,
      leftG: total((cup) => cup.leftG),
    },
  };
}
