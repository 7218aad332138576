import type { APIRoute } from 'astro';
import * as z from 'zod';
import { tickPlan } from '@/service/plans.ts';
import { answer, idOf, readBody } from '../../_answer.ts';

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, z.object({ ticks: z.array(z.string().max(200)).max(300) }));
  return body.ok ? answer(await tickPlan(idOf(context), body.value.ticks)) : body.reply;
};
