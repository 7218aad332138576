import { BLOCKS, checkBuild, layersOf, MAKES } from '../build/index.ts';
import { GRADES } from '../material/index.ts';
import { lieOf } from '../mould/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say, sayAtLeast } from '../quantity/index.ts';
import type { CupChoice, Job, PlanInput } from './input.ts';
import type { Run } from './run.ts';
import { runsOf, sourceOf } from './run.ts';
import type { Remark } from './checkFit.ts';
import { refuse, ask, title, checkFit } from './checkFit.ts';

/**
 * What a stage wants that is not there: mould, injector, block, rods, and a mould for its inserts.
 */
function checkTools(run: Run, name: string): Remark[] {
  const { job, stage, tools } = run;
  const out: Remark[] = [];
  const of = job.build.stages.length > 1 ? `${name}, ${stage.name.toLowerCase()}` : name;
  const barrels = stage.layers.length;
  if (tools.moulds.length === 0)
    out.push(
      refuse(
        'no-mould',
        job.key,
        `${of}: no mould is chosen. Choose one that makes ` +
          `${stage.makes === 'bait' ? job.bait.name : MAKES[stage.makes].many}.`,
      ),
    );
  if (barrels > 0 && !tools.injector)
    out.push(
      refuse(
        'no-injector',
        job.key,
        `${of}: no injector is chosen. It wants one with ${barrels === 1 ? 'one barrel' : `${barrels} barrels`}.`,
      ),
    );
  else if (barrels > 0 && tools.injector && tools.injector.injector.barrels.length !== barrels) {
    out.push(
      refuse(
        'wrong-barrels',
        job.key,
        `${of}: ${tools.injector.injector.name} has ${tools.injector.injector.barrels.length} ` +
          `of the ${barrels} barrels a ${job.build.name.toLowerCase()} wants.`,
      ),
    );
  }
  if (stage.block && tools.block?.block.kind !== stage.block) {
    out.push(
      refuse(
        'no-block',
        job.key,
        `${of}: there is no ${BLOCKS[stage.block].name} for those barrels. ` +
          `${tools.block ? `${tools.block.block.name} is a ${BLOCKS[tools.block.block.kind].name}.` : 'Choose one.'}`,
      ),
    );
  }
  const source = sourceOf(job, stage);
  if (stage.takes && !source)
    out.push(
      refuse(
        'no-source',
        job.key,
        `${of}: its inserts have no mould. Choose one in the stage before.`,
      ),
    );
  for (const { mould } of tools.moulds) {
    if (stage.rods && !mould.rod)
      out.push(
        refuse(
          'no-rods',
          job.key,
          `${of}: ${mould.name} has no core rods, so its shells would have no channel.`,
        ),
      );
    if (source && !lieOf(mould, source.mould))
      out.push(
        refuse(
          'not-accepted',
          job.key,
          `${of}: ${mould.name} does not take ${MAKES[source.stage.makes].many} of ` +
            `${source.mould.name}. Choose one that does, or say in Moulds how they lie.`,
        ),
      );
    if (barrels > 0 && mould.closure === 'open')
      out.push(
        refuse(
          'open-mould',
          job.key,
          `${of}: ${mould.name} is open; it can only be poured, not shot.`,
        ),
      );
  }
  return out;
}

/** What does not fit in one job, in plain words, before anything is worked out. */
export function checkJob(job: Job, input: PlanInput, shop: ShopUnits): Remark[] {
  const name = title(job);
  const out: Remark[] = checkBuild(job.build).map((misfit) =>
    refuse(misfit.code, job.key, `${name}: ${misfit.sentence}`),
  );
  for (const layer of layersOf(job.build)) {
    const mix = job.layers[layer.key];
    if (mix == null || !input.cups.some((cup) => cup.mix === mix)) {
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
    const cup = input.cups.find((cup) => cup.mix === job.layers[layer.key])!;
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
  const about = `mix ${cup.mix}`;
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
