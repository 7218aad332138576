import { shotHeat } from './heat.ts';
import { stageFill, stageMass } from '../shot/fill.ts';
import { capacity } from '../shot/barrels.ts';
import type { ShopUnits } from '../quantity/units.ts';
import { say, sayAtLeast } from '../quantity/format.ts';
import { SOURCES } from '../mould/kinds.ts';
import type { Job, PlanInput } from './input.ts';
import { type Run, rigOf, sourceOf, runDensity } from './run.ts';

/** A refusal stops the plan; a question is shown and may be answered by going on. */
export interface Remark {
  code: string;
  weight: 'refused' | 'question';
  /** job or cup it is about */
  about: string;
  sentence: string;
}
export const refuse = (code: string, about: string, sentence: string): Remark => ({
  code,
  weight: 'refused',
  about,
  sentence,
});
export const ask = (code: string, about: string, sentence: string): Remark => ({
  code,
  weight: 'question',
  about,
  sentence,
});
export const title = (job: Pick<Job, 'bait' | 'colourway'>): string =>
  `${job.bait.name}, ${job.colourway.name}`;
/** Whether what there is fits: inserts in cavities, moulds in barrels. */
export function checkFit(run: Run, input: PlanInput, name: string, shop: ShopUnits): Remark[] {
  const { job, stage, tools } = run;
  const out: Remark[] = [];
  const rig = rigOf(run);
  const source = sourceOf(job, stage);
  const rho20 = runDensity(run, input.cups);
  for (const { mould } of tools.moulds) {
    const tight = stageFill(stage, mould, source, rho20).find(
      (fill) => fill.shot < 0 || (stage.layers.length > 0 && fill.shot <= 0),
    );
    if (tight) {
      out.push(
        refuse(
          'no-room',
          job.key,
          `${name}: cavity ${tight.n} of ${mould.name} holds ` +
            `${say(tight.cavity, 'volume', shop, 2)}; what lies in it already takes ` +
            `${say(tight.cavity - tight.shot, 'volume', shop, 2)}.`,
        ),
      );
      continue;
    }
    if (rig) {
      const fit = capacity(rig, mould, stageMass(stage, mould, source, rho20), {
        celsius: shotHeat(tools),
        purge: input.settings.purge,
        density20: rho20,
      });
      if (fit.short.some((x) => x > 0)) {
        // Every barrel that is too small, so that the next injector is not refused for the other.
        const which = fit.short.flatMap((x, i) =>
          x > 0
            ? [
                `the ${stage.layers.length === 1 ? '' : `${stage.layers[i]!.name.toLowerCase()} `}barrel ` +
                  `is ${sayAtLeast(x, shop, 1)} too small`,
              ]
            : [],
        );
        out.push(
          refuse(
            'barrel-too-small',
            job.key,
            `${mould.name} needs more than ${rig.injector.name} holds: ${which.join(', ')} for ` +
              `${mould.feed === 'each' ? 'one cavity' : 'one mould'}. Use a larger injector.`,
          ),
        );
      } else if (fit.drawsPerShot > 1) {
        out.push(
          ask(
            'several-draws',
            job.key,
            `${mould.name} takes ${fit.drawsPerShot} draws of ${rig.injector.name}: ` +
              `${fit.cavitiesPerDraw} cavities at a time.`,
          ),
        );
      }
    }
    if (mould.cavities.some((cavity) => !SOURCES[cavity.source].measured)) {
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
