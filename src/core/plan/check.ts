import { BLOCKS, checkBuild, layersOf, MAKES } from '../build/index.ts';
import { GRADES } from '../material/index.ts';
import { lieOf, SOURCES } from '../mould/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say, sayAtLeast } from '../quantity/index.ts';
import { capacity, stageFill, stageMass } from '../shot/index.ts';
import type { CupChoice, Job, PlanInput } from './input.ts';
import { shotHeat } from './heat.ts';
import type { Run } from './run.ts';
import { rigOf, runDensity, runsOf, sourceOf } from './run.ts';

/** A refusal stops the plan; a question is shown and may be answered by going on. */
export interface Remark {
  code: string;
  weight: 'refused' | 'question';
  /** job or cup it is about */
  about: string;
  sentence: string;
}

const refuse = (code: string, about: string, sentence: string): Remark => ({
  code,
  weight: 'refused',
  about,
  sentence,
});
const ask = (code: string, about: string, sentence: string): Remark => ({
  code,
  weight: 'question',
  about,
  sentence,
});

export const title = (job: Pick<Job, 'bait' | 'colourway'>): string =>
  `${job.bait.name}, ${job.colourway.name}`;

/** What a stage wants that is not there: mould, injector, block, rods, and a mould for its inserts. */
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
        `${of}: no mould is chosen. Choose one that makes ${stage.makes === 'bait' ? job.bait.name : MAKES[stage.makes].many}.`,
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
        `${of}: ${tools.injector.injector.name} has ${tools.injector.injector.barrels.length} of the ${barrels} barrels a ${job.build.name.toLowerCase()} wants.`,
      ),
    );
  }
  if (stage.block && tools.block?.block.kind !== stage.block) {
    out.push(
      refuse(
        'no-block',
        job.key,
        `${of}: there is no ${BLOCKS[stage.block].name} for those barrels. ${tools.block ? `${tools.block.block.name} is a ${BLOCKS[tools.block.block.kind].name}.` : 'Choose one.'}`,
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
    if (source && !lieOf(mould, source.mould.name))
      out.push(
        refuse(
          'not-accepted',
          job.key,
          `${of}: ${mould.name} does not take ${MAKES[source.stage.makes].many} of ${source.mould.name}. Choose one that does, or say in Moulds how they lie.`,
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

/** Whether what there is fits: inserts in cavities, moulds in barrels. */
function checkFit(run: Run, input: PlanInput, name: string, shop: ShopUnits): Remark[] {
  const { job, stage, tools } = run;
  const out: Remark[] = [];
  const rig = rigOf(run);
  const source = sourceOf(job, stage);
  const rho20 = runDensity(run, input.cups);
  for (const { mould } of tools.moulds) {
    const tight = stageFill(stage, mould, source, rho20).find(
      (f) => f.shot < 0 || (stage.layers.length > 0 && f.shot <= 0),
    );
    if (tight) {
      out.push(
        refuse(
          'no-room',
          job.key,
          `${name}: cavity ${tight.n} of ${mould.name} holds ${say(tight.cavity, 'volume', shop, 2)}; what lies in it already takes ${say(tight.cavity - tight.shot, 'volume', shop, 2)}.`,
        ),
      );
      continue;
    }
    if (rig) {
      const fit = capacity(
        rig,
        mould,
        stageMass(stage, mould, source, rho20),
        shotHeat(tools),
        input.settings.purge,
        rho20,
      );
      if (fit.short.some((x) => x > 0)) {
        // Every barrel that is too small, so that the next injector is not refused for the other.
        const which = fit.short.flatMap((x, i) =>
          x > 0
            ? [
                `the ${stage.layers.length === 1 ? '' : `${stage.layers[i]!.name.toLowerCase()} `}barrel is ${sayAtLeast(x, shop, 1)} too small`,
              ]
            : [],
        );
        out.push(
          refuse(
            'barrel-too-small',
            job.key,
            `${mould.name} needs more than ${rig.injector.name} holds: ${which.join(', ')} for ${mould.feed === 'each' ? 'one cavity' : 'one mould'}. Use a larger injector.`,
          ),
        );
      } else if (fit.drawsPerShot > 1) {
        out.push(
          ask(
            'several-draws',
            job.key,
            `${mould.name} takes ${fit.drawsPerShot} draws of ${rig.injector.name}: ${fit.cavitiesPerDraw} cavities at a time.`,
          ),
        );
      }
    }
    if (mould.cavities.some((c) => !SOURCES[c.source].measured)) {
      out.push(
        ask(
          'rough-volume',
          job.key,
          `${mould.name}: a cavity volume is only guessed from its length. Weigh a bait to be sure of the amounts.`,
        ),
      );
    }
  }
  return out;
}

/** What does not fit in one job, in plain words, before anything is worked out. */
export function checkJob(job: Job, input: PlanInput, shop: ShopUnits): Remark[] {
  const name = title(job);
  const out: Remark[] = checkBuild(job.build).map((m) =>
    refuse(m.code, job.key, `${name}: ${m.sentence}`),
  );
  for (const layer of layersOf(job.build)) {
    const mix = job.layers[layer.key];
    if (mix == null || !input.cups.some((c) => c.mix === mix)) {
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
    const cup = input.cups.find((c) => c.mix === job.layers[layer.key])!;
    if (!job.bait.grades.includes(cup.recipe.grade)) {
      out.push(
        ask(
          'grade',
          job.key,
          `${cup.recipe.name} is ${GRADES[cup.recipe.grade].name.toLowerCase()} plastisol; ${job.bait.name} is usually shot in ${job.bait.grades.map((g) => GRADES[g].name.toLowerCase()).join(' or ')}. Is that meant?`,
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
  limitMl: number,
  shortMl: number,
  shop: ShopUnits,
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
      `${cup.vessel.vessel.name} may hold ${say(limitMl, 'volume', shop)} of ${cup.recipe.name}, ${why}; one draw needs ${sayAtLeast(shortMl, shop)} more. Use a larger cup${cup.degas === 'none' ? '' : ', or do not degas'}.`,
    ),
  ];
}
