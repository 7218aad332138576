import { stageLayers } from '../build/index.ts';
import type { Run } from './run.ts';

/**
 * What runs must have alike to be shot in step: injector, block and the cup of every layer.
 * @param cupOf the cup a layer is drawn or poured from
 */
export const stepSignature = (
  { stage, tools }: Pick<Run, 'stage' | 'tools'>,
  cupOf: (layer: string) => string,
): string =>
  [
    tools.injector?.id,
    tools.block?.id,
    stage.yoked,
    ...stageLayers(stage).map(({ key }) => cupOf(key)),
  ].join('/');

const sharesMould = (one: Run, other: Run): boolean =>
  one.tools.moulds.some(({ id }) => other.tools.moulds.some((mould) => mould.id === id));

/** Whether a run makes the inserts another takes. */
const makesFor = (maker: Run, run: Run): boolean =>
  maker.job.key === run.job.key && maker.stage.key === run.stage.takes;

/**
 * Runs of a session by which go on in step: drawn from the same cups with the same injector and
 * block, each into moulds of its own, so that one is shot while another cools. Inserts come before
 * what is shot on to them; a group stands where its first run does.
 */
export function runsInStep(runs: readonly Run[]): Run[][] {
  const groups: Run[][] = [];
  for (const run of runs) {
    const cupOf = (layer: string) => run.job.drawnFrom[layer] ?? '';
    const signature = stepSignature(run, cupOf);
    const made = groups.findIndex((group) => group.some((maker) => makesFor(maker, run)));
    const joins = groups.find(
      ([first, ...others], nth) =>
        nth > made &&
        run.stage.layers.length > 0 &&
        stepSignature(first!, (layer) => first!.job.drawnFrom[layer] ?? '') === signature &&
        ![first!, ...others].some((other) => sharesMould(other, run)),
    );
    if (joins) joins.push(run);
    else groups.push([run]);
  }
  return groups;
}

/** Of several lists the first of each, then the second of each, until all of them are through. */
export function inTurns<Item>(lists: readonly (readonly Item[])[]): Item[] {
  const most = Math.max(0, ...lists.map(({ length }) => length));
  return Array.from({ length: most }, (_, nth) =>
    lists.flatMap((list) => (nth < list.length ? [list[nth]!] : [])),
  ).flat();
}
