import { BLOCKS, build, layersOf } from '../build/index.ts';
import { GRADES } from '../material/index.ts';
import { SOURCES } from '../mould/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say } from '../quantity/index.ts';
import { capacity } from '../shot/index.ts';
import type { CupChoice, Job, PlanInput } from './input.ts';
import { shotHeat } from './heat.ts';

/** A refusal stops the plan; a question is shown and may be answered by going on. */
export interface Remark {
  code: string;
  weight: 'refused' | 'question';
  /** job or cup it is about */
  about: string;
  sentence: string;
}

const refuse = (code: string, about: string, sentence: string): Remark => ({ code, weight: 'refused', about, sentence });
const ask = (code: string, about: string, sentence: string): Remark => ({ code, weight: 'question', about, sentence });

export const title = (job: Pick<Job, 'bait' | 'colourway'>): string => `${job.bait.name}, ${job.colourway.name}`;

/** What does not fit in one job, in plain words, before anything is worked out. */
export function checkJob(job: Job, input: PlanInput, shop: ShopUnits): Remark[] {
  const out: Remark[] = [];
  const stage = build(job.build).stages[0]!;
  const barrels = stage.layers.length;
  const name = title(job);
  for (const layer of layersOf(job.build)) {
    const mix = job.layers[layer.key];
    if (mix == null || !input.cups.some((c) => c.mix === mix)) {
      out.push(refuse('no-mix', job.key, `${name}: the ${layer.name.toLowerCase()} has no mix. Choose one for it in Colours.`));
    }
  }
  if (job.moulds.length === 0) out.push(refuse('no-mould', job.key, `${name}: no mould is chosen. Choose one that makes ${job.bait.name}.`));
  if (!job.injector) out.push(refuse('no-injector', job.key, `${name}: no injector is chosen. It wants one with ${barrels === 1 ? 'one barrel' : `${barrels} barrels`}.`));
  else if (job.injector.injector.barrels.length !== barrels) {
    out.push(refuse('wrong-barrels', job.key, `${name}: ${job.injector.injector.name} has ${job.injector.injector.barrels.length} of the ${barrels} barrels a ${build(job.build).name.toLowerCase()} wants.`));
  }
  if (stage.block && (!job.block || job.block.block.kind !== stage.block)) {
    out.push(refuse('no-block', job.key, `${name}: there is no ${BLOCKS[stage.block].name} for those barrels. ${job.block ? `${job.block.block.name} is a ${BLOCKS[job.block.block.kind].name}.` : 'Choose one.'}`));
  }
  if (out.length > 0) return out;

  const { injector } = job.injector!;
  for (const { mould } of job.moulds) {
    const fit = capacity(injector, job.block?.block ?? null, mould, shotHeat(job), input.settings.purge);
    if (fit.shortBy > 0) {
      const which = barrels === 1 ? 'the barrel' : `the ${stage.layers[fit.tightest]!.name.toLowerCase()} barrel`;
      out.push(refuse('barrel-too-small', job.key, `${mould.name} needs more than ${injector.name} holds: ${which} is ${say(fit.shortBy, 'volume', shop, 1)} too small for ${mould.feed === 'each' ? 'one cavity' : 'one mould'}. Use a larger injector.`));
    } else if (fit.drawsPerShot > 1) {
      out.push(ask('several-draws', job.key, `${mould.name} takes ${fit.drawsPerShot} draws of ${injector.name}: ${fit.cavitiesPerDraw} cavities at a time.`));
    }
    if (mould.cavities.some((c) => !SOURCES[c.source].measured)) {
      out.push(ask('rough-volume', job.key, `${mould.name}: a cavity volume is only guessed from its length. Weigh a bait to be sure of the amounts.`));
    }
  }
  for (const layer of layersOf(job.build)) {
    const cup = input.cups.find((c) => c.mix === job.layers[layer.key])!;
    if (!job.bait.grades.includes(cup.recipe.grade)) {
      out.push(ask('grade', job.key, `${cup.recipe.name} is ${GRADES[cup.recipe.grade].name.toLowerCase()} plastisol; ${job.bait.name} is usually shot in ${job.bait.grades.map((g) => GRADES[g].name.toLowerCase()).join(' or ')}. Is that meant?`));
    }
  }
  return out;
}

/** A cup must be there, and hold the largest single draw under its limit. */
export function checkCup(cup: CupChoice, short: { by: number } | undefined, limitMl: number, shortMl: number, shop: ShopUnits): Remark[] {
  const about = `mix ${cup.mix}`;
  if (!cup.vessel) return [refuse('no-cup', about, `${cup.recipe.name} has no cup. Choose one to cook it in.`)];
  if (!short) return [];
  const why = cup.degas === 'none' ? 'its fill limit' : 'the limit that leaves room to froth';
  return [refuse('cup-too-small', about, `${cup.vessel.vessel.name} may hold ${say(limitMl, 'volume', shop)} of ${cup.recipe.name}, ${why}; one draw needs ${say(shortMl, 'volume', shop)} more. Use a larger cup${cup.degas === 'none' ? '' : ', or do not degas'}.`)];
}
