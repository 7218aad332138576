import type { Plan, PlanInput, PullItem } from '@/core/plan/index.ts';
import { PlanInputSchema, planSession, pullSheet } from '@/core/plan/index.ts';
import type { ColourBook, HeatSetup, Snapshot } from '@/core/session/index.ts';
import { EVENT_VERSION, NO_BOOK, USUAL_SETUP } from '@/core/session/index.ts';
import type { Shop } from '@/core/shop.ts';
import { createSession } from '@/store/log.ts';
import type { PlanRow } from '@/store/plans.ts';
import { inTransaction } from '@/store/query.ts';
import { findPlan, insertPlan, lockPlan, setTicks, updatePlan } from '@/store/plans.ts';
import { readShop } from '@/store/shop.ts';
import { append } from './append.ts';
import { colourBook, bookCups } from './mixes.ts';
import { heatSetup } from './learn.ts';
import type { Result } from './result.ts';
import { missing, ok, problem, unseen, versionOf } from './result.ts';

export type { PlanRow } from '@/store/plans.ts';
export { findPlan, openPlans } from '@/store/plans.ts';

/** A plan as it is edited. */
export const planNow = ({ name, day, input }: PlanRow) => ({ name, day, input });

/** @param seen the version a plan was changed from */
export async function savePlan(name: string, day: string, raw: unknown, id?: number, seen?: string): Promise<Result<{ id: number; version: string }>> {
  const read = PlanInputSchema.safeParse(raw);
  if (!read.success) {
    const first = read.error.issues[0]!;
    return problem(422, 'invalid', first.message, first.path.join('.'));
  }
  const version = versionOf({ name, day, input: read.data });
  if (id === undefined) return ok({ id: await insertPlan(name, day, read.data), version });
  return inTransaction(async () => {
    const held = (await lockPlan(id)) ? await findPlan(id) : null;
    if (!held) return missing('plan');
    const wrong = unseen(seen, planNow(held));
    if (wrong) return wrong;
    await updatePlan(id, name, day, read.data);
    return ok({ id, version });
  });
}

export async function tickPlan(id: number, ticks: string[]): Promise<Result<null>> {
  if (!(await findPlan(id))) return missing('plan');
  await setTicks(id, ticks);
  return ok(null);
}

export function sheetOf(plan: PlanRow, shop: Shop): { plan: Plan; sheet: PullItem[] } {
  const worked = planSession(plan.input, shop.units);
  return { plan: worked, sheet: worked.ok ? pullSheet(worked, plan.input, shop.units) : [] };
}

export const snapshotFrom = (name: string, input: PlanInput, shop: Shop, heat: HeatSetup = USUAL_SETUP, colour: ColourBook = NO_BOOK): Snapshot => ({ name, heat, colour, units: shop.units, bench: { ...shop.bench, purge: input.settings.purge, tolerance: input.settings.tolerance }, input, plan: planSession(input, shop.units) });

/** Takes a plan to the bench: a session is opened on it as it now is. */
export const openSession = (planId: number, eventId: string, at: number, by: string): Promise<Result<{ session: number }>> => inTransaction(() => opened(planId, eventId, at, by));

async function opened(planId: number, eventId: string, at: number, by: string): Promise<Result<{ session: number }>> {
  // One at a time: pressed twice, it is one session.
  const plan = (await lockPlan(planId)) ? await findPlan(planId) : null;
  if (!plan) return missing('plan');
  if (plan.session_id !== null) return ok({ session: plan.session_id });
  const shop = await readShop();
  const snapshot = snapshotFrom(plan.name, plan.input, shop, await heatSetup(), await colourBook(plan.input, shop));
  if (!snapshot.plan.ok) return problem(409, 'refused', snapshot.plan.remarks.find((r) => r.weight === 'refused')?.sentence ?? 'The plan cannot be shot as it stands.');
  const session = await createSession(plan.name, snapshot, planId, new Date(at));
  await bookCups(session, snapshot);
  const begun = await append(session, [{ id: eventId, session, at, by, v: EVENT_VERSION, kind: 'opened', payload: {} }]);
  return begun.ok ? ok({ session }) : begun;
}
