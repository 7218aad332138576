import { MAKES } from '../build/index.ts';
import { GRADES, INGREDIENT_KINDS, scaleIngredient } from '../material/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say } from '../quantity/index.ts';
import type { PlanInput } from './input.ts';
import type { Plan } from './planned.ts';
import { lackingIn } from './begins.ts';
import { runsOf } from './run.ts';
import type { Laid, PullItem, Summed } from './pullItem.ts';
import { capital } from './pullItem.ts';
import { metal } from './pullMetal.ts';
import { tools } from './pullTools.ts';
import { sayIngredient } from './spoon.ts';

/** Plastisol of each grade. */
function plastic({ plan, input, shop }: Laid): PullItem[] {
  const byGrade = new Map<keyof typeof GRADES, number>();
  for (const cup of plan.cups) {
    const { grade } = input.cups.find((use) => use.id === cup.id)!.recipe;
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

/** Tubs that cups are begun from. */
const tubs = ({ plan, shop }: Laid): PullItem[] =>
  plan.cups.flatMap(({ begins, letter }): PullItem[] =>
    begins
      ? [
          {
            key: `tub/${begins.of.id}/${letter}`,
            group: 'Plastic',
            what: begins.of.name,
            amount: say(begins.grams, 'mass', shop, 0),
            note: `for cup ${letter}: cut it up small the night before`,
          },
        ]
      : [],
  );

/** What is counted in one mix and weighed in another is put out twice, each ticked by itself. */
function ingredients({ plan, input }: Laid): Summed[] {
  const all = new Map<string, Summed>();
  for (const cup of plan.cups) {
    const { recipe } = input.cups.find((use) => use.id === cup.id)!;
    const { begins } = cup;
    for (const ingredient of recipe.ladder)
      for (const scaled of [
        ...cup.charges.map(({ coldMl }) => scaleIngredient(ingredient, coldMl)),
        ...(begins ? [lackingIn(begins, ingredient)].filter(({ amount }) => amount > 0) : []),
      ]) {
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
    (one, other) =>
      INGREDIENT_KINDS.indexOf(one.item.kind) - INGREDIENT_KINDS.indexOf(other.item.kind),
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
    ...tubs(laid),
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
  new Set(
    ticks.flatMap((tick) => {
      const saysSo = sheet.filter((item) => `${item.group}:${item.what}` === tick);
      return saysSo.length > 0 ? saysSo.map((item) => item.key) : [tick];
    }),
  );
