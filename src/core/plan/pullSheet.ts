import { BLOCKS } from '../build/index.ts';
import type { Ingredient } from '../material/index.ts';
import { GRADES, scaleIngredient } from '../material/index.ts';
import { CLOSURES } from '../mould/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say } from '../quantity/index.ts';
import { spoon } from './spoon.ts';
import type { PlanInput } from './input.ts';
import type { Plan } from './plan.ts';

export interface PullItem {
  key: string;
  group: 'Plastic' | 'Colour' | 'Metal' | 'Tools' | 'Safety';
  what: string;
  amount: string;
  note?: string;
}

const amountOf = (i: Ingredient, shop: ShopUnits): string =>
  i.dimension === 'drops' ? `${i.amount} dr` : i.dimension === 'volume' ? spoon(i.amount, shop) : say(i.amount, 'mass', shop);

/** Adds up an ingredient over every charge that wants it. */
function ingredients(plan: Plan, input: PlanInput): Map<string, { item: Ingredient; mixes: Set<string> }> {
  const all = new Map<string, { item: Ingredient; mixes: Set<string> }>();
  for (const cup of plan.cups) {
    const choice = input.cups.find((c) => c.mix === cup.mix)!;
    for (const charge of cup.charges) {
      for (const one of choice.recipe.ladder) {
        const scaled = scaleIngredient(one, charge.coldMl);
        const key = `${one.what}|${one.dimension}`;
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
  const put = (group: PullItem['group'], what: string, amount: string, note?: string) => out.push({ key: `${group}:${what}`, group, what, amount, note });

  const byGrade = new Map<string, number>();
  for (const cup of plan.cups) {
    const { grade } = input.cups.find((c) => c.mix === cup.mix)!.recipe;
    byGrade.set(grade, (byGrade.get(grade) ?? 0) + cup.freshMl);
  }
  for (const [grade, ml] of byGrade) put('Plastic', `Plastisol, ${GRADES[grade as keyof typeof GRADES].name.toLowerCase()}`, say(ml, 'volume', shop), 'wake it: roll or stir gently, seal it again');

  const all = ingredients(plan, input);
  const order: Ingredient['kind'][] = ['stabiliser', 'softener', 'pigment', 'powder', 'flake', 'salt', 'scent', 'remelt'];
  for (const { item, mixes } of [...all.values()].sort((a, b) => order.indexOf(a.item.kind) - order.indexOf(b.item.kind))) {
    put('Colour', item.what, amountOf(item, shop), item.kind === 'flake' ? `read the size on the jar; for ${[...mixes].join(', ')}` : `for ${[...mixes].join(', ')}`);
  }

  const moulds = new Map(input.jobs.flatMap((j) => j.moulds).map((m) => [m.id, m.mould]));
  const hardware = new Map<string, number>();
  for (const mould of moulds.values()) {
    put('Metal', mould.name, `${mould.cavities.length} cavities`, `mark TOP; warm to ${say(mould.warmTo, 'temperature', shop)}`);
    for (const part of mould.loose) put('Metal', `${part} for ${mould.name}`, '1', 'loose part, easily forgotten');
    if (mould.closure !== 'vice') hardware.set(CLOSURES[mould.closure].one, (hardware.get(CLOSURES[mould.closure].one) ?? 0) + mould.closures);
    else put('Metal', `Vice with soft jaws for ${mould.name}`, '1');
  }
  for (const [one, n] of hardware) put('Metal', `${one[0]!.toUpperCase()}${one.slice(1)}s`, String(n));

  for (const job of input.jobs) {
    if (job.injector) put('Tools', job.injector.injector.name, job.injector.injector.barrels.map((b) => say(b.volume, 'volume', shop)).join(' + '), 'oiled and warm');
    if (job.block) put('Tools', job.block.block.name, BLOCKS[job.block.block.kind].name, 'warm, ports marked');
  }
  for (const cup of plan.cups) {
    const choice = input.cups.find((c) => c.mix === cup.mix)!;
    put('Tools', `Cup ${cup.letter}: ${choice.vessel!.vessel.name}`, cup.charges.map((c) => say(c.coldMl, 'volume', shop)).join(', then '), `${cup.name}, with its own stir blade`);
  }
  if ([...all.values()].some(({ item }) => item.kind === 'powder' || item.kind === 'flake')) {
    put('Tools', 'Scoops with smooth edges', String([...all.values()].filter(({ item }) => item.kind === 'powder' || item.kind === 'flake').length), 'one for each powder and flake');
  }
  put('Tools', 'Thermometer', '1');
  put('Tools', 'Injector oil', 'a few drops');
  if (input.cups.some((c) => c.degas !== 'none' && plan.cups.some((p) => p.mix === c.mix))) put('Tools', 'Vacuum pot and pump', '1', 'look the lid over for cracks');
  put('Tools', 'Trays, named', String(plan.jobs.length));
  put('Safety', 'Heat gloves, glasses, long sleeves', 'on');
  put('Safety', 'Ventilation to outdoors, with air coming in', 'on');
  const seen = new Set<string>();
  return out.filter((item) => !seen.has(item.key) && seen.add(item.key));
}
