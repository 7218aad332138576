import { layersOf } from '../build/index.ts';
import { dose } from '../heat/index.ts';
import { density, PLASTISOL } from '../material/index.ts';
import { MELT_YIELD } from '../plastic/index.ts';
import type { Balance, CupSpec, Recirculation } from '../shot/index.ts';
import { airVolume, balance, LEAST_COOK, limitMass } from '../shot/index.ts';
import { waysOf } from '../ways.ts';
import { UNKNOWN_SPENT } from './begins.ts';
import type { CupId } from './cupId.ts';
import type { CupChoice, PlanInput } from './input.ts';
import type { LaidJobs } from './layJobs.ts';
import { choiceDensity } from './run.ts';

/**
 * Seconds at shot heat that a cook and a reheat cost, for heat history (judgement, until readings
 * tell).
 */
const COOK_SECONDS = 180;
const REHEAT_SECONDS = 45;

/** Cups that any job draws from. */
export const usedCups = ({ jobs, cups }: PlanInput): CupChoice[] =>
  cups.filter(({ id }) =>
    jobs.some(({ build, drawnFrom }) => layersOf(build).some(({ key }) => drawnFrom[key] === id)),
  );

/** g/mL of a cup's plastic as hot as it gets in a session. */
export const hotDensity = (cup: CupChoice, { hottest }: Pick<LaidJobs, 'hottest'>): number =>
  density(Math.max(PLASTISOL.fusion, hottest), choiceDensity(cup));

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

/** What each cup may hold, must keep to be drawn from, and begins with. */
function specsOf(input: PlanInput, { draws, hottest }: LaidJobs): Record<CupId, CupSpec> {
  // A nozzle wants depth to draw from without air, a tip depth to be dipped in; a spoon wants less.
  const dipped = new Set(
    input.jobs.flatMap(({ build, drawnFrom }) =>
      build.finish ? [drawnFrom[build.finish.key]] : [],
    ),
  );
  // What is poured in from the top is poured to the last of it.
  const drawsUp = waysOf(input.settings).filled === 'drawn';
  const drawn = new Set(
    drawsUp ? draws.flatMap(({ barrels }) => barrels.map(({ cup }) => cup)) : [],
  );
  return Object.fromEntries(
    usedCups(input).map((cup) => {
      const { vessel } = cup.vessel!;
      const air = airVolume(vessel);
      const keeps = drawn.has(cup.id) || dipped.has(cup.id) ? air : Math.min(LEAST_COOK, air);
      const spec: CupSpec = {
        limit: limitMass(vessel, cup.degas !== 'none', hottest, choiceDensity(cup)),
        air: keeps * density(hottest, choiceDensity(cup)),
        step: input.settings.step * choiceDensity(cup),
        ...begun(cup.begins),
      };
      return [cup.id, spec];
    }),
  );
}
const recirculationOf = ({ settings }: PlanInput, { hottest }: LaidJobs): Recirculation => ({
  reheatEvery: settings.reheatEvery,
  doseCook: dose(PLASTISOL.fusion, COOK_SECONDS),
  doseReheat: dose(hottest, REHEAT_SECONDS),
});

/** Every gram of a session, cup by cup. Every cup that is drawn from has a vessel. */
export const runCups = (input: PlanInput, laid: LaidJobs): Balance =>
  balance(specsOf(input, laid), laid.flows, recirculationOf(input, laid));

/**
 * Grams more each cup would have to hold for every draw of the session to be served; cups that are
 * large enough are left out.
 */
export function shortOf(input: PlanInput, laid: LaidJobs): Record<CupId, number> {
  const wider = specsOf(input, laid);
  const how = recirculationOf(input, laid);
  const short: Record<CupId, number> = {};
  // A draw that is served after all lets the next shortage show: until none is left.
  for (let k = 0; k < laid.flows.length + 1; k++) {
    const { cups } = balance(wider, laid.flows, how);
    const found = Object.entries(cups).filter(([, cup]) => cup.short);
    if (found.length === 0) return short;
    for (const [key, cup] of found) {
      wider[key]!.limit += cup.short!.by + 1e-6;
      short[key] = (short[key] ?? 0) + cup.short!.by + 1e-6;
    }
  }
  return short;
}
