import type { Ingredient } from '../material/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import type { PlanInput } from './input.ts';
import type { Plan } from './planned.ts';
import type { Run } from './run.ts';

export interface PullItem {
  /** what it is ticked by: the thing itself by its number where it has one, never its words */
  key: string;
  group: 'Plastic' | 'Colour' | 'Inserts' | 'Metal' | 'Tools' | 'Safety';
  what: string;
  amount: string;
  note?: string;
}
/** A plan to be laid out. */
export interface Laid {
  plan: Plan;
  input: PlanInput;
  runs: Run[];
  shop: ShopUnits;
}
export const capital = (text: string): string => `${text[0]!.toUpperCase()}${text.slice(1)}`;
/** An ingredient over every charge that wants it, in one unit, and the mixes it is for. */
export interface Summed {
  key: string;
  item: Ingredient;
  mixes: Set<string>;
}
