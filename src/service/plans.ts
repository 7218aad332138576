import type { Plan, PlanInput } from '@/core/plan/index.ts';
import { changedInBook, PlanInputSchema } from '@/core/plan/index.ts';
import { EVENT_VERSION, snapshotFrom } from '@/core/session/index.ts';
import { createSession } from '@/store/log.ts';
import type { PlanRow } from '@/store/plans.ts';
import { inTransaction } from '@/store/query.ts';
import { linesById } from '@/store/orderLines.ts';
import { findPlan, insertPlan, lockPlan, openPlans, setTicks, updatePlan } from '@/store/plans.ts';
import { readShop } from '@/store/shop.ts';
import { append } from './append.ts';
import { findEntry, saveEntry } from './catalogue.ts';
import { colourBook, bookCups } from './mixes.ts';
import { heatSetup } from './learn.ts';
import type { PlanAsked } from '@/thread/plan.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem, unseen, versionOf } from './result.ts';
import type { NoAnswer } from './thread.ts';
import { Thread } from './thread.ts';

export type { PlanRow } from '@/store/plans.ts';
export { findPlan, openPlans } from '@/store/plans.ts';

/** Lines of the book a plan serves, by their numbers. */
export const servedBy = ({ jobs }: PlanInput): number[] =>
  jobs.flatMap(({ lines }) => lines.map(({ line }) => line));

/**
 * Plans not yet taken to the bench, newest first, and whether the book has anything they serve
 * otherwise now. What lies on the shelf or is shot at a bench meanwhile is told on the plan itself.
 */
export async function readyPlans(now: Date): Promise<(PlanRow & { isChanged: boolean })[]> {
  const plans = await openPlans();
  const lines = await linesById([...new Set(plans.flatMap(({ input }) => servedBy(input)))], now);
  const wanted = lines.flatMap(({ closed, customer, promised, parts }) =>
    closed
      ? []
      : parts.map(({ id, count, allotted }) => ({
          part: id,
          for: customer,
          due: promised,
          rest: count - allotted,
        })),
  );
  return plans.map((plan) => ({
    ...plan,
    isChanged: changedInBook(plan.input, wanted).length > 0,
  }));
}

/** A plan as it is edited. */
export const planNow = ({ name, day, input }: Pick<PlanRow, 'name' | 'day' | 'input'>) => ({
  name,
  day,
  input,
});

/** @param seen the version a plan was changed from */
export async function savePlan(
  name: string,
  day: string,
  raw: unknown,
  { id, seen }: { id?: number; seen?: string } = {},
): Promise<Result<{ id: number; version: string }>> {
  const read = checked(PlanInputSchema, raw);
  if (!read.ok) return read;
  const version = versionOf({ name, day, input: read.value });
  if (id === undefined)
    return ok({ id: await insertPlan({ name, day, input: read.value }), version });
  return inTransaction(async () => {
    const held = (await lockPlan(id)) ? await findPlan(id) : null;
    if (!held) return missing('plan');
    const wrong = unseen(seen, planNow(held));
    if (wrong) return wrong;
    await updatePlan(id, name, day, read.value);
    return ok({ id, version });
  });
}

export async function tickPlan(id: number, ticks: string[]): Promise<Result<null>> {
  if (!(await findPlan(id))) return missing('plan');
  await setTicks(id, ticks);
  return ok(null);
}

/** ms a plan may take to work out before it is given up. */
const PATIENCE = 10_000;
const planning = new Thread<PlanAsked, Plan>('plan', PATIENCE);
const NO_ANSWER: Record<NoAnswer, string> = {
  late: 'That plan takes too long to work out. Take fewer lines into one session.',
  gone: 'It was called off. Nothing was opened.',
  broken: 'The plan could not be worked out. Nothing was opened.',
};

/**
 * A plan with what it comes to: as it is edited, and worked out for this shop's bench.
 * @param signal of who asks: calls it off
 */
export async function planWhole(id: number, signal?: AbortSignal) {
  const [held, { units }] = await Promise.all([findPlan(id), readShop()]);
  if (!held) return missing('plan');
  const { name, day, input } = held;
  const plan = await planning.ask({ input, units }, signal);
  if (typeof plan === 'string') return problem(503, plan, NO_ANSWER[plan]);
  return ok({ id, name, day, input, plan });
}

/**
 * Takes a plan to the bench: a session is opened on it as it now is.
 * @param signal of who asks: calls it off
 */
export async function openSession(
  planId: number,
  { eventId, at, by, signal }: { eventId: string; at: number; by: string; signal?: AbortSignal },
): Promise<Result<{ session: number }>> {
  const [row, shop] = await Promise.all([findPlan(planId), readShop()]);
  if (!row) return missing('plan');
  if (row.session_id !== null) return ok({ session: row.session_id });
  const worked = await planning.ask({ input: row.input, units: shop.units }, signal);
  if (typeof worked === 'string') return problem(503, worked, NO_ANSWER[worked]);
  return inTransaction(() =>
    opened(planId, { of: versionOf(row.input), plan: worked }, { eventId, at, by }),
  );
}

/** Test shots a mould was to have are in this session now: its next has none of them. */
async function takeTries({ jobs }: PlanInput): Promise<void> {
  const tested = jobs.flatMap(({ tools }) =>
    tools.flatMap(({ tries, moulds }) => (tries ? moulds.map(({ id }) => id) : [])),
  );
  for (const id of new Set(tested)) {
    const entry = await findEntry('moulds', id);
    if (entry?.spec.tries)
      await saveEntry('moulds', { ...entry.spec, tries: null }, id, versionOf(entry.spec));
  }
}

async function opened(
  planId: number,
  worked: { of: string; plan: Plan },
  { eventId, at, by }: { eventId: string; at: number; by: string },
): Promise<Result<{ session: number }>> {
  // One at a time: pressed twice, it is one session.
  const plan = (await lockPlan(planId)) ? await findPlan(planId) : null;
  if (!plan) return missing('plan');
  if (plan.session_id !== null) return ok({ session: plan.session_id });
  const shop = await readShop();
  if (versionOf(plan.input) !== worked.of)
    return problem(
      409,
      'changed',
      'Somebody changed the plan meanwhile. Look at it and start again.',
    );
  const snapshot = snapshotFrom(plan.name, plan.input, shop, {
    heat: await heatSetup(),
    colour: await colourBook(plan.input, shop),
    plan: worked.plan,
  });
  if (!snapshot.plan.ok)
    return problem(
      409,
      'refused',
      snapshot.plan.remarks.find((remark) => remark.weight === 'refused')?.sentence ??
        'The plan cannot be shot as it stands.',
    );
  const session = await createSession(plan.name, snapshot, planId, new Date(at));
  await bookCups(session, snapshot);
  await takeTries(plan.input);
  const begun = await append(session, [
    { id: eventId, session, at, by, v: EVENT_VERSION, kind: 'opened', payload: {} },
  ]);
  return begun.ok ? ok({ session }) : begun;
}
