import type { Stage } from '../build/index.ts';
import { BLOCKS, MAKES } from '../build/index.ts';
import type { Ingredient } from '../material/index.ts';
import { GRADES, scaleIngredient } from '../material/index.ts';
import type { Mould } from '../mould/index.ts';
import { CLOSURES } from '../mould/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say } from '../quantity/index.ts';
import type { PlanInput } from './input.ts';
import type { Plan } from './planned.ts';
import type { Run } from './run.ts';
import { runsOf } from './run.ts';
import { sayIngredient } from './spoon.ts';

export interface PullItem {
  /** what it is ticked by: the thing itself by its number where it has one, never its words */
  key: string;
  group: 'Plastic' | 'Colour' | 'Inserts' | 'Metal' | 'Tools' | 'Safety';
  what: string;
  amount: string;
  note?: string;
}
/** A plan to be laid out. */
interface Laid {
  plan: Plan;
  input: PlanInput;
  runs: Run[];
  shop: ShopUnits;
}
const capital = (text: string): string => `${text[0]!.toUpperCase()}${text.slice(1)}`;

/** Plastisol of each grade. */
function plastic({ plan, input, shop }: Laid): PullItem[] {
  const byGrade = new Map<keyof typeof GRADES, number>();
  for (const cup of plan.cups) {
    const { grade } = input.cups.find((use) => use.mix === cup.mix)!.recipe;
    byGrade.set(grade, (byGrade.get(grade) ?? 0) + cup.freshMl);
  }
  return [...byGrade].map(([grade, ml]) => ({
    key: `grade/${grade}`,
    group: 'Plastic',
    what: `Plastisol, ${GRADES[grade].name.toLowerCase()}`,
    amount: say(ml, 'volume', shop),
    note: 'wake it: roll or stir gently, seal it again',
  }));
}

/** Kinds of ingredients, in the order they are laid out. */
const ORDER: Ingredient['kind'][] = [
  'stabiliser',
  'softener',
  'pigment',
  'powder',
  'flake',
  'salt',
  'scent',
  'remelt',
];
/** An ingredient over every charge that wants it, in one unit, and the mixes it is for. */
interface Summed {
  key: string;
  item: Ingredient;
  mixes: Set<string>;
}
/** What is counted in one mix and weighed in another is put out twice, each ticked by itself. */
function ingredients({ plan, input }: Laid): Summed[] {
  const all = new Map<string, Summed>();
  for (const cup of plan.cups) {
    const { recipe } = input.cups.find((use) => use.mix === cup.mix)!;
    for (const charge of cup.charges)
      for (const ingredient of recipe.ladder) {
        const scaled = scaleIngredient(ingredient, charge.coldMl);
        const thing = ingredient.materialId ?? ingredient.what.toLowerCase();
        const key = `material/${thing}/${ingredient.dimension}`;
        const held = all.get(key);
        if (held) {
          held.item = { ...held.item, amount: held.item.amount + scaled.amount };
          held.mixes.add(recipe.name);
        } else all.set(key, { key, item: scaled, mixes: new Set([recipe.name]) });
      }
  }
  return [...all.values()].sort(
    (one, other) => ORDER.indexOf(one.item.kind) - ORDER.indexOf(other.item.kind),
  );
}
const colour = (laid: Laid, all: readonly Summed[]): PullItem[] =>
  all.map(({ key, item, mixes }) => {
    const note = `for ${[...mixes].join(', ')}`;
    return {
      key,
      group: 'Colour',
      what: item.what,
      amount: sayIngredient(item, laid.shop),
      note: item.kind === 'flake' ? `read the size on the jar; ${note}` : note,
    };
  });

/** Inserts each run takes: from the shelf, and to be shot first. */
const inserts = ({ plan, runs }: Laid): PullItem[] =>
  runs.flatMap((run): PullItem[] => {
    const takes = plan.runs.find((planned) => planned.key === run.key)?.takes;
    if (!run.stage.takes || !takes) return [];
    const from = run.job.build.stages.find((stage) => stage.key === run.stage.takes)!;
    const shelf = Math.min(takes.fromShelf, takes.count);
    return [
      {
        key: `inserts/${run.key}`,
        group: 'Inserts',
        what: `${capital(MAKES[from.makes].many)} for ${run.job.bait.name}, ${run.job.colourway.name}`,
        amount: String(takes.count),
        note:
          `${shelf > 0 ? `${shelf} from the shelf, ` : ''}` +
          `${Math.max(0, takes.count - shelf)} to shoot first`,
      },
    ];
  });

/** Moulds of the plan, each once, and whether its rods are wanted. */
function mouldsOf(runs: readonly Run[]) {
  const used = new Map<number, { id: number; mould: Mould; rods: boolean }>();
  for (const { tools, stage } of runs)
    for (const { id, mould } of tools.moulds)
      used.set(id, { id, mould, rods: stage.rods || (used.get(id)?.rods ?? false) });
  return [...used.values()];
}
function mouldItems(
  { id, mould, rods }: { id: number; mould: Mould; rods: boolean },
  shop: ShopUnits,
): PullItem[] {
  const warm = say(mould.warmTo, 'temperature', shop);
  const own = (part: string, what: string, amount: string, note?: string): PullItem => ({
    key: `mould/${id}${part}`,
    group: 'Metal',
    what,
    amount,
    note,
  });
  const cavities = mould.cavities.length;
  return [
    own(
      '',
      mould.name,
      `${cavities} ${cavities === 1 ? 'cavity' : 'cavities'}`,
      mould.closure === 'open' ? `level; ${warm}` : `mark TOP; warm to ${warm}`,
    ),
    ...mould.loose.map((part) =>
      own(`/loose/${part}`, `${part} for ${mould.name}`, '1', 'loose part, easily forgotten'),
    ),
    ...(rods && mould.rod
      ? [
          own(
            '/rods',
            `Core rods for ${mould.name}`,
            String(cavities),
            `${say(mould.rod.bore, 'length', shop)}, oiled`,
          ),
        ]
      : []),
    ...(mould.closure === 'vice'
      ? [own('/vice', `Vice with soft jaws for ${mould.name}`, '1')]
      : []),
  ];
}
/** Moulds with all that belongs to them, and what closes them. */
function metal({ runs, shop }: Laid): PullItem[] {
  const moulds = mouldsOf(runs);
  const hardware = new Map<string, number>();
  for (const { mould } of moulds)
    if (mould.closure !== 'open' && mould.closure !== 'vice') {
      const { one } = CLOSURES[mould.closure];
      hardware.set(one, (hardware.get(one) ?? 0) + mould.closures);
    }
  return [
    ...moulds.flatMap((used) => mouldItems(used, shop)),
    ...[...hardware].map(([one, count]): PullItem => ({
      key: `closure/${one}`,
      group: 'Metal',
      what: `${capital(one)}s`,
      amount: String(count),
    })),
  ];
}

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
    key: `cup/${cup.mix}`,
    group: 'Tools',
    what: `Cup ${cup.letter}: ${input.cups.find((use) => use.mix === cup.mix)!.vessel!.vessel.name}`,
    amount: cup.charges.map((charge) => say(charge.coldMl, 'volume', shop)).join(', then '),
    note: `${cup.name}, with its own stir blade`,
  }));

function tools(laid: Laid, all: readonly Summed[]): PullItem[] {
  const { plan, input, runs, shop } = laid;
  const dry = all.filter(({ item }) => item.kind === 'powder' || item.kind === 'flake').length;
  const degassed = input.cups.some(
    (cup) => cup.degas !== 'none' && plan.cups.some((planned) => planned.mix === cup.mix),
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

const SAFETY: PullItem[] = [
  {
    key: 'safety/gloves',
    group: 'Safety',
    what: 'Heat gloves, glasses, long sleeves',
    amount: 'on',
  },
  {
    key: 'safety/air',
    group: 'Safety',
    what: 'Ventilation to outdoors, with air coming in',
    amount: 'on',
  },
];

/** Everything to lay out before the session, with amounts (handbook §2 step 3). */
export function pullSheet(plan: Plan, input: PlanInput, shop: ShopUnits): PullItem[] {
  const laid: Laid = { plan, input, shop, runs: input.jobs.flatMap(runsOf) };
  const all = ingredients(laid);
  const items = [
    ...plastic(laid),
    ...colour(laid, all),
    ...inserts(laid),
    ...metal(laid),
    ...tools(laid, all),
    ...SAFETY,
  ];
  return items.filter((item, i) => items.findIndex((other) => other.key === item.key) === i);
}

/**
 * Items that are ticked, by their keys. Ticks of before hung on words; they stand for the items that
 * say the same.
 */
export const tickedOf = (sheet: readonly PullItem[], ticks: readonly string[]): Set<string> =>
  new Set([
    ...ticks,
    ...sheet.filter((item) => ticks.includes(`${item.group}:${item.what}`)).map((item) => item.key),
  ]);
