import type { APIRoute } from 'astro';
import * as z from 'zod';
import { savePlan } from '@/service/plans.ts';
import { answer, readBody } from '../_answer.ts';

export const PlanBody = z.object({
  name: z.string().trim().min(1, 'Name the session.').max(80),
  day: z.iso.date(),
  input: z.unknown(),
});

export const POST: APIRoute = async (context) => {
  const body = readBody(context, PlanBody);
  return body.ok
    ? answer(await savePlan(body.value.name, body.value.day, body.value.input), 201)
    : body.reply;
};
