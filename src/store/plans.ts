import type { PlanInput } from '@/core/plan/index.ts';
import { PlanInputSchema } from '@/core/plan/index.ts';
import { row, rows, run } from './query.ts';

export interface PlanRow {
  id: number;
  name: string;
  day: string;
  input: PlanInput;
  ticks: string[];
  session_id: number | null;
}

const PLAN = `SELECT p.id, p.name, to_char(p.day, 'YYYY-MM-DD') AS day, p.input, p.ticks, (SELECT
  max(id) FROM sessions s WHERE s.plan_id = p.id) AS session_id FROM plans p`;

/** A plan as it was kept, brought to today's form. */
const read = (plan: PlanRow): PlanRow => ({ ...plan, input: PlanInputSchema.parse(plan.input) });

export const findPlan = async (id: number): Promise<PlanRow | null> => {
  const plan = await row<PlanRow>(`${PLAN} WHERE p.id = $1`, [id]);
  return plan && read(plan);
};
/** Plans not yet taken to the bench, newest first. */
export const openPlans = async (): Promise<PlanRow[]> =>
  (
    await rows<PlanRow>(
      `${PLAN} WHERE NOT EXISTS (SELECT 1 FROM sessions s WHERE s.plan_id = p.id) ORDER BY p.id DESC LIMIT 30`,
    )
  ).map(read);
/** Takes a plan for this transaction. */
export const lockPlan = async (id: number): Promise<boolean> =>
  (await row('SELECT id FROM plans WHERE id = $1 FOR UPDATE', [id])) !== null;
export const insertPlan = async (name: string, day: string, input: PlanInput): Promise<number> =>
  (await row<{ id: number }>(
    'INSERT INTO plans (name, day, input) VALUES ($1,$2,$3::jsonb) RETURNING id',
    [name, day, JSON.stringify(input)],
  ))!.id;
export const updatePlan = (
  id: number,
  name: string,
  day: string,
  input: PlanInput,
): Promise<void> =>
  run('UPDATE plans SET name = $2, day = $3, input = $4::jsonb, updated_at = now() WHERE id = $1', [
    id,
    name,
    day,
    JSON.stringify(input),
  ]);
export const setTicks = (id: number, ticks: string[]): Promise<void> =>
  run('UPDATE plans SET ticks = $2::jsonb WHERE id = $1', [id, JSON.stringify(ticks)]);
