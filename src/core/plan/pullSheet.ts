import { BLOCKS, MAKES } from '../build/index.ts';
import type { Ingredient } from '../material/index.ts';
import { GRADES, scaleIngredient } from '../material/index.ts';
import { CLOSURES } from '../mould/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say } from '../quantity/index.ts';
import { sayIngredient } from './spoon.ts';
import type { PlanInput } from './input.ts';
import type { Plan } from './planned.ts';
import type { Run } from './run.ts';
import { runsOf } from './run.ts';

export interface PullItem {
  key: string;
  group: 'Plastic' | 'Colour' | 'Inserts' | 'Metal' | 'Tools' | 'Safety';
  what: string;
  amount: string;
  note?: string;
}

/** Adds up an ingredient over every charge that wants it. */
function ingredients(
  plan: Plan,
  input: PlanInput,
): Map<string, { item: Ingredient; mixes: Set<string> }> {
  const all = new Map<string, { item: Ingredient; mixes: Set<string> }>();
  for (const cup of plan.cups) {
    const choice = input.cups.find((use) => use.mix === cup.mix)!;
    for (const charge of cup.charges) {
      for (const one of choice.recipe.ladder) {
        const scaled = scaleIngredient(one, charge.coldMl);
        const key = `${one.materialId ?? one.what.toLowerCase()}|${one.dimension}`;
        const held = all.get(key);
        if (held) {
          held.item = { ...held.item, amount: held.item.amount + scaled.amount };
          held.mixes.add(choice.recipe.name);
        } else all.set(key, { item: scaled, mixes: new Set([choice.recipe.name]) });
      }
    }
  }
  return all;
}

/** Everything to lay out before the session, with amounts (handbook §2 step 3). */
export function pullSheet(plan: Plan, input: PlanInput, shop: ShopUnits): PullItem[] {
  const out: PullItem[] = [];
  const put = (
    group: PullItem['group'],
    what: string,
    amount: string,
    { note, key = `${group}:${what}` }: { note?: string; key?: string } = {},
  ) => out.push({ key, group, what, amount, note });

  const byGrade = new Map<string, number>();
  for (const cup of plan.cups) {
    const { grade } = input.cups.find((use) => use.mix === cup.mix)!.recipe;
    byGrade.set(grade, (byGrade.get(grade) ?? 0) + cup.freshMl);
  }
  for (const [grade, ml] of byGrade)
    put(
      'Plastic',
      `Plastisol, ${GRADES[grade as keyof typeof GRADES].name.toLowerCase()}`,
      say(ml, 'volume', shop),
      { note: 'wake it: roll or stir gently, seal it again' },
    );

  const all = ingredients(plan, input);
  const order: Ingredient['kind'][] = [
    'stabiliser',
    'softener',
    'pigment',
    'powder',
    'flake',
    'salt',
    'scent',
    'remelt',
  ];
  for (const { item, mixes } of [...all.values()].sort(
    (one, other) => order.indexOf(one.item.kind) - order.indexOf(other.item.kind),
  )) {
    const note = `for ${[...mixes].join(', ')}`;
    // What is counted in one mix and weighed in another is put out twice, each ticked by itself.
    const again = out.some((other) => other.group === 'Colour' && other.what === item.what);
    put('Colour', item.what, sayIngredient(item, shop), {
      note: item.kind === 'flake' ? `read the size on the jar; ${note}` : note,
      key: `Colour:${item.what}${again ? `:${item.dimension}` : ''}`,
    });
  }

  const runs = input.jobs.flatMap(runsOf);
  const planned = (run: Run) => plan.runs.find((planned) => planned.key === run.key);
  for (const run of runs) {
    const other = planned(run);
    if (run.stage.takes && other?.takes) {
      const from = run.job.build.stages.find((stage) => stage.key === run.stage.takes)!;
      const shelf = Math.min(other.takes.fromShelf, other.takes.count);
      put(
        'Inserts',
        `${MAKES[from.makes].many[0]!.toUpperCase()}${MAKES[from.makes].many.slice(1)} for ` +
          `${run.job.bait.name}, ${run.job.colourway.name}`,
        String(other.takes.count),
        {
          note: `${shelf > 0 ? `${shelf} from the shelf, ` : ''}${Math.max(0, other.takes.count - shelf)} to shoot first`,
        },
      );
    }
  }
  const used = new Map(
    runs.flatMap((run) =>
      run.tools.moulds.map(
        (mould) =>
          [
            mould.id,
            {
              mould: mould.mould,
              rods: runs.some(
                (run) => run.stage.rods && run.tools.moulds.some((entry) => entry.id === mould.id),
              ),
            },
          ] as const,
      ),
    ),
  );
  const hardware = new Map<string, number>();
  for (const { mould, rods } of used.values()) {
    put(
      'Metal',
      mould.name,
      `${mould.cavities.length} ${mould.cavities.length === 1 ? 'cavity' : 'cavities'}`,
      {
        note:
          mould.closure === 'open'
            ? `level; ${say(mould.warmTo, 'temperature', shop)}`
            : `mark TOP; warm to ${say(mould.warmTo, 'temperature', shop)}`,
      },
    );
    for (const part of mould.loose)
      put('Metal', `${part} for ${mould.name}`, '1', { note: 'loose part, easily forgotten' });
    if (rods && mould.rod)
      put('Metal', `Core rods for ${mould.name}`, String(mould.cavities.length), {
        note: `${say(mould.rod.bore, 'length', shop)}, oiled`,
      });
    if (mould.closure === 'vice') put('Metal', `Vice with soft jaws for ${mould.name}`, '1');
    else if (mould.closure !== 'open')
      hardware.set(
        CLOSURES[mould.closure].one,
        (hardware.get(CLOSURES[mould.closure].one) ?? 0) + mould.closures,
      );
  }
  for (const [one, value] of hardware)
    put('Metal', `${one[0]!.toUpperCase()}${one.slice(1)}s`, String(value));

  for (const run of runs) {
    const { injector, block } = run.tools;
    if (injector && run.stage.layers.length > 0)
      put(
        'Tools',
        injector.injector.name,
        injector.injector.barrels.map((barrel) => say(barrel.volume, 'volume', shop)).join(' + '),
        { note: run.stage.yoked ? 'oiled and warm' : 'oiled and warm; yoke off' },
      );
    if (block && run.stage.block)
      put('Tools', block.block.name, BLOCKS[block.block.kind].name, {
        note: block.block.mark ? `warm; ${block.block.mark} over TOP` : 'warm, ports marked',
      });
    if (run.stage.layers.length === 0 && run.stage.by === 'rod')
      put('Tools', 'Plunger rod and spoon', '1', {
        note: 'warm, so that the spoonful does not skin',
      });
  }
  if (runs.some((run) => run.stage.takes))
    put('Tools', 'Worm oil', 'a few drops', {
      note: 'a film on each insert, no more: too much and the joint peels',
    });
  if (input.jobs.some((job) => job.build.finish))
    put('Tools', 'Dip for tips, and a rail to hang them', '1', {
      note: 'warm: a chilled tip wrinkles',
    });
  for (const cup of plan.cups) {
    const choice = input.cups.find((use) => use.mix === cup.mix)!;
    put(
      'Tools',
      `Cup ${cup.letter}: ${choice.vessel!.vessel.name}`,
      cup.charges.map((charge) => say(charge.coldMl, 'volume', shop)).join(', then '),
      { note: `${cup.name}, with its own stir blade` },
    );
  }
  if ([...all.values()].some(({ item }) => item.kind === 'powder' || item.kind === 'flake')) {
    put(
      'Tools',
      'Scoops with smooth edges',
      String(
        [...all.values()].filter(({ item }) => item.kind === 'powder' || item.kind === 'flake')
          .length,
      ),
      { note: 'one for each powder and flake' },
    );
  }
  put('Tools', 'Thermometer', '1');
  put('Tools', 'Injector oil', 'a few drops');
  if (
    input.cups.some(
      (cup) => cup.degas !== 'none' && plan.cups.some((planned) => planned.mix === cup.mix),
    )
  )
    put('Tools', 'Vacuum pot and pump', '1', { note: 'look the lid over for cracks' });
  put('Tools', 'Trays, named', String(input.jobs.length));
  put('Safety', 'Heat gloves, glasses, long sleeves', 'on');
  put('Safety', 'Ventilation to outdoors, with air coming in', 'on');
  const seen = new Set<string>();
  return out.filter((item) => !seen.has(item.key) && seen.add(item.key));
}
