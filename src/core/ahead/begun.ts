import type { Grade } from '../material/index.ts';
import { isOfRecipe } from '../plan/begins.ts';
import type { CupChoice, PlanInput } from '../plan/input.ts';
import type { Plan } from '../plan/planned.ts';
import { MELT_YIELD, type Plastic } from '../plastic/index.ts';

/** A tub, or a cup left standing, with what is in it. */
export interface TubKnown {
  id: number;
  name: string;
  grade: Grade;
  plastic: Plastic;
}
/** g of a tub fewer than which are not worth cutting up (judgement). */
const LEAST = 30;

type Session = { plan: Plan; input: PlanInput } | null;
/** g that a cup takes of pucks before it is first drawn from. */
const room = (plan: Plan, { id }: CupChoice): number =>
  (plan.cups.find((cup) => cup.id === id)?.charges[0]?.grams ?? 0) / MELT_YIELD;

/**
 * Sessions whose cups are begun from what stands in tubs of their own colour already, the soonest
 * session first, each cup from one tub, no gram twice; what a hand has begun otherwise stays so.
 */
export function begunFrom(
  sessions: readonly Session[],
  tubs: readonly TubKnown[],
): (PlanInput | null)[] {
  const left = new Map(tubs.map(({ id, plastic }) => [id, plastic.grams]));
  const begin = (plan: Plan, choice: CupChoice): CupChoice => {
    if (choice.begins) return choice;
    const most = room(plan, choice);
    const [tub] = tubs
      .filter(({ plastic, grade }) => isOfRecipe(plastic, choice, grade))
      .filter(({ id }) => Math.min(left.get(id)!, most) >= LEAST)
      .sort((one, other) => left.get(one.id)! - left.get(other.id)! || one.id - other.id);
    if (!tub) return choice;
    const { id, name, plastic } = tub;
    const grams = Math.min(left.get(id)!, Math.floor(most));
    left.set(id, left.get(id)! - grams);
    return { ...choice, begins: { of: { id, name, plastic }, grams } };
  };
  return sessions.map(
    (session) =>
      session && {
        ...session.input,
        cups: session.input.cups.map((choice) => begin(session.plan, choice)),
      },
  );
}
