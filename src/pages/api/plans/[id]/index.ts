import type { APIRoute } from 'astro';
import { savePlan } from '@/service/plans.ts';
import { answer, idOf, readBody, seenBy } from '../../_answer.ts';
import { PlanBody } from '../index.ts';

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
