import type { Stage } from '../build/index.ts';
import { BLOCKS } from '../build/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say } from '../quantity/index.ts';
import type { Run } from './run.ts';
import type { PullItem, Laid, Summed } from './pullItem.ts';

/** A tool that is the same whatever the plan. */
const tool = (key: string, what: string, amount: string, note?: string): PullItem => ({
  key: `tool/${key}`,
  group: 'Tools',
  what,
  amount,
  note,
});
/** What a run is shot or poured with. */
function runTools({ stage, tools: { injector, block } }: Run, shop: ShopUnits): PullItem[] {
  const out: PullItem[] = [];
  if (injector && stage.layers.length > 0)
    out.push({
      key: `injector/${injector.id}`,
      group: 'Tools',
      what: injector.injector.name,
      amount: injector.injector.barrels
        .map((barrel) => say(barrel.volume, 'volume', shop))
        .join(' + '),
      note: stage.yoked ? 'oiled and warm' : 'oiled and warm; yoke off',
    });
  if (block && stage.block)
    out.push({
      key: `block/${block.id}`,
      group: 'Tools',
      what: block.block.name,
      amount: BLOCKS[block.block.kind].name,
      note: block.block.mark ? `warm; ${block.block.mark} over TOP` : 'warm, ports marked',
    });
  if (isSpooned(stage))
    out.push(
      tool('spoon', 'Plunger rod and spoon', '1', 'warm, so that the spoonful does not skin'),
    );
  return out;
}
const isSpooned = (stage: Stage): boolean => stage.layers.length === 0 && stage.by === 'rod';

/** Cups with their blades. */
const cups = ({ plan, input, shop }: Laid): PullItem[] =>
  plan.cups.map((cup) => ({
    key: `cup/${cup.id}`,
    group: 'Tools',
    what: `Cup ${cup.letter}: ${input.cups.find((use) => use.id === cup.id)!.vessel!.vessel.name}`,
    amount: cup.charges.map((charge) => say(charge.coldMl, 'volume', shop)).join(', then '),
    note: `${cup.name}, with its own stir blade`,
  }));

export function tools(laid: Laid, all: readonly Summed[]): PullItem[] {
  const { plan, input, runs, shop } = laid;
  const dry = all.filter(({ item }) => item.kind === 'powder' || item.kind === 'flake').length;
  const degassed = input.cups.some(
    (cup) => cup.degas !== 'none' && plan.cups.some((planned) => planned.id === cup.id),
  );
  const where = (wanted: boolean, item: PullItem): PullItem[] => (wanted ? [item] : []);
  return [
    ...runs.flatMap((run) => runTools(run, shop)),
    ...where(
      runs.some((run) => run.stage.takes),
      tool(
        'oil',
        'Worm oil',
        'a few drops',
        'a film on each insert, no more: too much and the joint peels',
      ),
    ),
    ...where(
      input.jobs.some((job) => job.build.finish),
      tool('dip', 'Dip for tips, and a rail to hang them', '1', 'warm: a chilled tip wrinkles'),
    ),
    ...cups(laid),
    ...where(
      dry > 0,
      tool('scoops', 'Scoops with smooth edges', String(dry), 'one for each powder and flake'),
    ),
    tool('thermometer', 'Thermometer', '1'),
    tool('injector oil', 'Injector oil', 'a few drops'),
    ...where(degassed, tool('pot', 'Vacuum pot and pump', '1', 'look the lid over for cracks')),
    tool('trays', 'Trays, named', String(input.jobs.length)),
  ];
}
