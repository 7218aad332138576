import type { APIRoute } from 'astro';
import { deleteThing } from '@/service/deleted.ts';
import { planNow, planWhole, savePlan } from '@/service/plans.ts';
import { versionOf } from '@/service/result.ts';
import { answer, idOf, readBody, seenBy } from '../../_answer.ts';
import { PlanBody } from '../index.ts';

/** The plan as it is saved, and worked out: open to any other program. */
export const GET: APIRoute = async (context) => {
  const plan = await planWhole(idOf(context), context.request.signal);
  const reply = answer(plan, 200, plan.ok ? versionOf(planNow(plan.value)) : undefined);
  if (plan.ok)
    reply.headers.set('content-disposition', `attachment; filename="plan-${idOf(context)}.json"`);
  return reply;
};

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, PlanBody);
  return body.ok
    ? answer(
        await savePlan(body.value.name, body.value.day, body.value.input, {
          id: idOf(context),
          seen: seenBy(context),
        }),
      )
    : body.reply;
};

/** Deletes a plan that was never taken to the bench. */
export const DELETE: APIRoute = async (context) =>
  answer(await deleteThing('plans', idOf(context), seenBy(context)));
