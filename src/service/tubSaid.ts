import * as z from 'zod';
import { GradeSchema } from '@/core/material/index.ts';
import { inTransaction } from '@/store/query.ts';
import type { Tub } from '@/store/tubs.ts';
import { describeTub, findTub, lockTub } from '@/store/tubs.ts';
import { isInPlan, usesOfTub } from '@/store/goneTubs.ts';
import { openBenches } from './benches.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem, unseen, versionOf } from './result.ts';

const known = z.enum(['yes', 'no', 'unknown']);
/** What is said of a tub by whoever looks at it. */
export const TubSaidSchema = z.object({
  name: z.string().trim().min(1, 'Name the tub.').max(60),
  grade: GradeSchema.default('medium'),
  colour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/, 'A colour is written #rrggbb.')
    .nullable()
    .default(null),
  salted: known.default('unknown'),
  flaked: known.default('unknown'),
  note: z.string().trim().max(200).default(''),
});
export type TubSaid = z.infer<typeof TubSaidSchema>;

/** A tub as it is edited. */
export const tubNow = ({ name, grade, colour, salted, flaked, note }: Tub): TubSaid =>
  ({ name, grade, colour, salted, flaked, note }) as TubSaid;

/** What is said of a tub, and the version that is; null where there is none. */
export async function tubSaid(id: number): Promise<{ said: TubSaid; version: string } | null> {
  const tub = await findTub(id);
  return tub && { said: tubNow(tub), version: versionOf(tubNow(tub)) };
}

/**
 * Changes what is said of a tub: its name, colour, whether there is salt or flake in it.
 * @param seen the version it was changed from
 */
export async function describe(
  id: number,
  raw: unknown,
  seen: string | undefined,
): Promise<Result<{ version: string }>> {
  const read = checked(TubSaidSchema, raw);
  if (!read.ok) return read;
  return inTransaction(async () => {
    const held = await lockTub(id);
    if (!held) return missing('tub');
    const wrong = unseen(seen, tubNow(held));
    if (wrong) return wrong;
    return (await describeTub(id, read.value))
      ? ok({ version: versionOf(read.value) })
      : problem(409, 'name-taken', 'Another tub has that name. Give this one another.', 'name');
  });
}

/** Whether a plan that lies ready, or an open bench, begins a cup from a tub. */
async function isPlanned(id: number): Promise<boolean> {
  if (await isInPlan(id)) return true;
  const { snapshots } = await openBenches();
  return [...snapshots.values()].some(({ input }) =>
    input.cups.some(({ begins }) => begins?.of.id === id),
  );
}

/** Why a tub stays; null where nothing hangs on it. */
export async function whyTubStays(id: number): Promise<string | null> {
  const { shot, melted, pictured } = await usesOfTub(id);
  const gone = 'What is not there any more is thrown away by its weight.';
  if (shot) return `Sessions puck into it or melt it, so it stays with them. ${gone}`;
  if (melted) return `Baits from the rack were melted into it, so it stays. ${gone}`;
  if (pictured) return `It has a photograph, so it stays. ${gone}`;
  return (await isPlanned(id))
    ? 'A plan begins a cup from it, so it stays. Take it out of the plan first.'
    : null;
}
