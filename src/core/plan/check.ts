import { BLOCKS, checkBuild, layersOf, MAKES } from '../build/index.ts';
import { GRADES } from '../material/index.ts';
import type { Mould } from '../mould/index.ts';
import { lieOf } from '../mould/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say, sayAtLeast } from '../quantity/index.ts';
import type { CupChoice, Job, PlanInput } from './input.ts';
import type { Run } from './run.ts';
import { runsOf, sourceOf } from './run.ts';
import type { Remark } from './checkFit.ts';
import { refuse, ask, title, checkFit } from './checkFit.ts';

/** A stage with what it is to be shot with. */
interface Tooled {
  run: Run;
  barrels: number;
  source: ReturnType<typeof sourceOf>;
}
/** What of a stage's tools is not there, after its name; null where it is. */
type Missing = (tooled: Tooled) => string | null;

const noMould: Missing = ({ run: { job, stage, tools } }) =>
  tools.moulds.length > 0
    ? null
    : 'no mould is chosen. Choose one that makes ' +
      `${stage.makes === 'bait' ? job.bait.name : MAKES[stage.makes].many}.`;
const noInjector: Missing = ({ run: { tools }, barrels }) =>
  barrels > 0 && !tools.injector
    ? `no injector is chosen. It wants one with ${barrels === 1 ? 'one barrel' : `${barrels} barrels`}.`
    : null;
const wrongBarrels: Missing = ({ run: { job, tools }, barrels }) => {
  const injector = tools.injector?.injector;
  return barrels > 0 && injector && injector.barrels.length !== barrels
    ? `${injector.name} has ${injector.barrels.length} of the ${barrels} barrels a ` +
        `${job.build.name.toLowerCase()} wants.`
    : null;
};
const noBlock: Missing = ({ run: { stage, tools } }) => {
  const held = tools.block?.block;
  if (!stage.block || held?.kind === stage.block) return null;
  const instead = held ? `${held.name} is a ${BLOCKS[held.kind].name}.` : 'Choose one.';
  return `there is no ${BLOCKS[stage.block].name} for those barrels. ${instead}`;
};
const noSource: Missing = ({ run: { stage }, source }) =>
  stage.takes && !source ? 'its inserts have no mould. Choose one in the stage before.' : null;
const MISSING: Record<string, Missing> = {
  'no-mould': noMould,
  'no-injector': noInjector,
  'wrong-barrels': wrongBarrels,
  'no-block': noBlock,
  'no-source': noSource,
};

/** What a mould lacks for a stage; null where it has it. */
type Lacking = (mould: Mould, tooled: Tooled) => string | null;
const LACKING: Record<string, Lacking> = {
  'no-rods': (mould, { run: { stage } }) =>
    stage.rods && !mould.rod
      ? `${mould.name} has no core rods, so its shells would have no channel.`
      : null,
  'tail-open': (mould, { run: { stage } }) =>
    stage.closes && mould.rod && !mould.rod.closes
      ? `the rods of ${mould.name} do not close off its tail. Say in Moulds where they do, or shoot it core-shot.`
      : null,
  'not-accepted': (mould, { source }) =>
    source && !lieOf(mould, source.mould)
      ? `${mould.name} does not take ${MAKES[source.stage.makes].many} of ` +
        `${source.mould.name}. Choose one that does, or say in Moulds how they lie.`
      : null,
  'open-mould': (mould, { barrels }) =>
    barrels > 0 && mould.closure === 'open'
      ? `${mould.name} is open; it can only be poured, not shot.`
      : null,
};

/**
 * What a stage wants that is not there: mould, injector, block, rods, and a mould for its inserts.
 */
function checkTools(run: Run, name: string): Remark[] {
  const { job, stage, tools } = run;
  const of = job.build.stages.length > 1 ? `${name}, ${stage.name.toLowerCase()}` : name;
  const tooled = { run, barrels: stage.layers.length, source: sourceOf(job, stage) };
  const told = ([code, sentence]: [string, string | null]): Remark[] =>
    sentence === null ? [] : [refuse(code, job.key, `${of}: ${sentence}`)];
  return [
    ...Object.entries(MISSING).flatMap(([code, missing]) => told([code, missing(tooled)])),
    ...tools.moulds.flatMap(({ mould }) =>
      Object.entries(LACKING).flatMap(([code, lacking]) => told([code, lacking(mould, tooled)])),
    ),
  ];
}

/** What does not fit in one job, in plain words, before anything is worked out. */
export function checkJob(job: Job, input: PlanInput, shop: ShopUnits): Remark[] {
  const name = title(job);
  const out: Remark[] = checkBuild(job.build).map((misfit) =>
    refuse(misfit.code, job.key, `${name}: ${misfit.sentence}`),
  );
  for (const layer of layersOf(job.build)) {
    const cup = input.cups.find((cup) => cup.id === job.drawnFrom[layer.key]);
    if (!cup || cup.mix !== job.layers[layer.key]) {
      out.push(
        refuse(
          'no-mix',
          job.key,
          `${name}: the ${layer.name.toLowerCase()} has no mix. Choose one for it in Colours.`,
        ),
      );
    }
  }
  const runs = runsOf(job);
  for (const run of runs) out.push(...checkTools(run, name));
  if (out.length > 0) return out;
  for (const run of runs) out.push(...checkFit(run, input, name, shop));
  for (const layer of layersOf(job.build)) {
    const cup = input.cups.find((cup) => cup.id === job.drawnFrom[layer.key])!;
    if (!job.bait.grades.includes(cup.recipe.grade)) {
      out.push(
        ask(
          'grade',
          job.key,
          `${cup.recipe.name} is ${GRADES[cup.recipe.grade].name.toLowerCase()} plastisol; ` +
            `${job.bait.name} is usually shot in ` +
            `${job.bait.grades.map((grade) => GRADES[grade].name.toLowerCase()).join(' or ')}. Is ` +
            'that meant?',
        ),
      );
    }
  }
  return out;
}

/** A cup must be there, and hold the largest single draw under its limit. */
export function checkCup(
  cup: CupChoice,
  short: { by: number } | undefined,
  { limitMl, shortMl, shop }: { limitMl: number; shortMl: number; shop: ShopUnits },
): Remark[] {
  const about = `cup ${cup.id}`;
  if (!cup.vessel)
    return [refuse('no-cup', about, `${cup.recipe.name} has no cup. Choose one to cook it in.`)];
  if (!short) return [];
  const why = cup.degas === 'none' ? 'its fill limit' : 'the limit that leaves room to froth';
  return [
    refuse(
      'cup-too-small',
      about,
      `${cup.vessel.vessel.name} may hold ${say(limitMl, 'volume', shop)} of ` +
        `${cup.recipe.name}, ${why}; one draw needs ${sayAtLeast(shortMl, shop)} more. Use a ` +
        `larger cup${cup.degas === 'none' ? '' : ', or do not degas'}.`,
    ),
  ];
}
