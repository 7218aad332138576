import { type Change, changeOf, lightness } from '../build/barrels.ts';
import type { Run } from '../plan/run.ts';
import type { CupId } from '../plan/cupId.ts';
import type { CupChoice } from '../plan/input.ts';

type Stain = Parameters<typeof changeOf>[1];

/** What an injector wants before a run. */
export type ColourChange = Exclude<Change, 'same'>;

/** What of an evening tells it. */
interface Shooting {
  shooting: readonly Run[];
  choice: (id: CupId) => CupChoice;
}

/** The colour that goes into each barrel of a run, by the barrel. */
function stainsOf(evening: Shooting, { job, stage, tools }: Run): Map<number, Stain> {
  return new Map(
    stage.layers.flatMap(({ key }, nth): [number, Stain][] => {
      const cup = job.drawnFrom[key];
      if (cup === null || cup === undefined) return [];
      const { mix, recipe } = evening.choice(cup);
      return [[tools.order[nth] ?? nth, { mix, light: lightness(recipe.colour) }]];
    }),
  );
}

/**
 * Runs whose injector held other colours before, tonight: wiped where what comes is darker, cleaned
 * where dark would show in it. By the runs' keys; one that wants neither is left out.
 */
export function colourChanges(evening: Shooting): Map<string, ColourChange> {
  const found = new Map<string, ColourChange>();
  const held = new Map<number, Map<number, Stain>>();
  for (const run of evening.shooting) {
    const injector = run.tools.injector?.id;
    if (injector === undefined) continue;
    const stains = stainsOf(evening, run);
    const was = held.get(injector);
    const changes = [...stains].map(([barrel, stain]) => changeOf(was?.get(barrel) ?? null, stain));
    if (was && changes.some((change) => change !== 'same'))
      found.set(run.key, changes.includes('clean') ? 'clean' : 'wipe');
    held.set(injector, new Map([...(was ?? []), ...stains]));
  }
  return found;
}
