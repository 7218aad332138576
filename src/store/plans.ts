import type { FindAttributeOptions } from 'sequelize';
import { literal, Op } from 'sequelize';
import type { PlanInput } from '@/core/plan/index.ts';
import { PlanInputSchema } from '@/core/plan/index.ts';
import { WAS_WORKED } from './log.ts';
import { tables } from './tables.ts';

export interface PlanRow {
  id: number;
  name: string;
  day: string;
  input: PlanInput;
  ticks: string[];
  session_id: number | null;
}

/** Sessions a plan was taken to the bench for. */
const AT_BENCH = `FROM sessions s WHERE s.plan_id = "Plan".id AND ${WAS_WORKED}`;

const SHOWN: FindAttributeOptions = [
  'id',
  'name',
  'day',
  'input',
  'ticks',
  [literal(`(SELECT max(s.id) ${AT_BENCH})`), 'session_id'],
];

/** A plan as it was kept, brought to today's form. */
const read = (plan: object): PlanRow => ({
  ...(plan as PlanRow),
  input: PlanInputSchema.parse((plan as PlanRow).input),
});

export async function findPlan(id: number): Promise<PlanRow | null> {
  const plan = await tables().Plan.findByPk(id, { attributes: SHOWN, raw: true });
  return plan && read(plan);
}
/** Plans not yet taken to the bench, newest first. @param from day they are for, or later */
export const openPlans = async (from?: string): Promise<PlanRow[]> =>
  (
    await tables().Plan.findAll({
      attributes: SHOWN,
      where: {
        [Op.and]: literal(`NOT EXISTS (SELECT 1 ${AT_BENCH})`),
        ...(from !== undefined && { day: { [Op.gte]: from } }),
      },
      order: [['id', 'DESC']],
      limit: 30,
      raw: true,
    })
  ).map(read);
/** Takes a plan for this transaction. */
export const lockPlan = async (id: number): Promise<boolean> =>
  (await tables().Plan.findByPk(id, { attributes: ['id'], lock: true })) !== null;
/** @param as the number and the ticks it had, where it is brought back */
export const insertPlan = async (
  { name, day, input }: Pick<PlanRow, 'name' | 'day' | 'input'>,
  as?: Pick<PlanRow, 'id' | 'ticks'>,
): Promise<number> => (await tables().Plan.create({ ...as, name, day, input })).id;
export async function deletePlan(id: number): Promise<void> {
  // One that was put back is no session of it any more.
  await tables().Session.update({ planId: null }, { where: { planId: id } });
  await tables().Plan.destroy({ where: { id } });
}
export async function updatePlan(
  id: number,
  name: string,
  day: string,
  input: PlanInput,
): Promise<void> {
  await tables().Plan.update({ name, day, input, updatedAt: new Date() }, { where: { id } });
}
export async function setTicks(id: number, ticks: string[]): Promise<void> {
  await tables().Plan.update({ ticks }, { where: { id } });
}
