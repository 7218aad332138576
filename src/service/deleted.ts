import { OrderSchema } from '@/core/order/index.ts';
import { changesOf, goneOf, keepChange } from '@/store/history.ts';
import { deleteOrder, insertOrder, lockOrder } from '@/store/orders.ts';
import type { PlanRow } from '@/store/plans.ts';
import { deletePlan, findPlan, insertPlan, lockPlan } from '@/store/plans.ts';
import { inTransaction } from '@/store/query.ts';
import type { GoneTub } from '@/store/goneTubs.ts';
import { deleteTub, restoreTub, tubAsKept } from '@/store/goneTubs.ts';
import { lockTub } from '@/store/tubs.ts';
import { orderNow } from './orders.ts';
import { planNow } from './plans.ts';
import type { Result } from './result.ts';
import { missing, ok, problem, unseen } from './result.ts';
import { tubNow, whyTubStays } from './tubSaid.ts';

/** A thing that may be deleted, as it is edited and as it is kept once it is gone. */
interface Held {
  now: unknown;
  kept: unknown;
}
/** How things of a kind are deleted and brought back. */
interface Kind {
  noun: string;
  /** takes it for this transaction; null where there is none */
  held: (id: number) => Promise<Held | null>;
  /** why it stays, in words; null where it is gone */
  remove: (id: number) => Promise<string | null>;
  /** why it cannot be put back, in words; null where it was */
  restore: (id: number, kept: unknown) => Promise<string | null>;
  /** what it is called in lists */
  name: (kept: unknown) => string;
}
type KeptPlan = Pick<PlanRow, 'name' | 'day' | 'input' | 'ticks'>;

/** What is deleted, where all else is retired: nothing was made of it. */
const KINDS = {
  orders: {
    noun: 'order',
    held: async (id) => {
      const now = (await lockOrder(id)) ? await orderNow(id) : null;
      return now && { now, kept: now };
    },
    remove: async (id) =>
      (await deleteOrder(id))
        ? null
        : 'Baits were shot, packed or sent for it, so it stays in the book. ' +
          'A line nobody wants any more can be closed.',
    restore: async (id, kept) => {
      await insertOrder(OrderSchema.parse(kept), id);
      return null;
    },
    name: (kept) => (kept as { customer: string }).customer,
  },
  plans: {
    noun: 'plan',
    held: async (id) => {
      const plan = (await lockPlan(id)) ? await findPlan(id) : null;
      return plan && { now: planNow(plan), kept: { ...planNow(plan), ticks: plan.ticks } };
    },
    remove: async (id) => {
      if ((await findPlan(id))?.session_id !== null)
        return 'It was taken to the bench, so it stays with its session.';
      await deletePlan(id);
      return null;
    },
    restore: async (id, kept) => {
      await insertPlan(kept as KeptPlan, { id, ticks: (kept as KeptPlan).ticks });
      return null;
    },
    name: (kept) => (kept as KeptPlan).name,
  },
  tubs: {
    noun: 'tub',
    held: async (id) => {
      const tub = await lockTub(id);
      return tub && { now: tubNow(tub), kept: await tubAsKept(tub) };
    },
    remove: async (id) => {
      const stays = await whyTubStays(id);
      if (stays === null) await deleteTub(id);
      return stays;
    },
    restore: async (id, kept) =>
      (await restoreTub(id, kept as GoneTub))
        ? null
        : `Another tub is called ${(kept as GoneTub).name} by now. Give that one another name first.`,
    name: (kept) => (kept as GoneTub).name,
  },
} satisfies Record<string, Kind>;
export type Deletable = keyof typeof KINDS;
export const DELETABLE = Object.keys(KINDS) as Deletable[];

/**
 * Deletes a thing nothing was made of. What it was is kept, and it can be brought back.
 * @param seen the version that is deleted
 */
export const deleteThing = (
  kind: Deletable,
  id: number,
  seen: string | undefined,
): Promise<Result<null>> =>
  inTransaction(async () => {
    const of: Kind = KINDS[kind];
    const held = await of.held(id);
    if (!held) return missing(of.noun);
    if (unseen(seen, held.now))
      return problem(
        409,
        'changed',
        `Somebody changed this ${of.noun} meanwhile. Look at it again first.`,
      );
    const stays = await of.remove(id);
    if (stays) return problem(409, 'still-used', stays);
    await keepChange(kind, id, held.kept, null);
    return ok(null);
  });

/** Brings a deleted thing back as it was, under the number it had. */
export const bringBackThing = (kind: Deletable, id: number): Promise<Result<null>> =>
  inTransaction(async () => {
    const of: Kind = KINDS[kind];
    if (await of.held(id)) return ok(null);
    const [last] = await changesOf(kind, id, null, 1);
    if (!last || last.after !== null) return missing(of.noun);
    const wrong = await of.restore(id, last.before);
    if (wrong !== null) return problem(409, 'name-taken', wrong);
    await keepChange(kind, id, null, last.before);
    return ok(null);
  });

/** What was deleted and not brought back, the latest first. */
export const deletedThings = async (
  kind: Deletable,
): Promise<{ id: number; name: string; at: Date }[]> =>
  (await goneOf(kind)).map(({ id, at, was }) => ({ id, at, name: KINDS[kind].name(was) }));

/** What a thing was called that is deleted; null where it is not. */
export async function wasDeleted(kind: Deletable, id: number): Promise<string | null> {
  const [last] = await changesOf(kind, id, null, 1);
  return last && last.after === null ? KINDS[kind].name(last.before) : null;
}
