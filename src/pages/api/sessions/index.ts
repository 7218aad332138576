import type { APIRoute } from 'astro';
import * as z from 'zod';
import { IdSchema } from '@/core/id.ts';
import { openSession } from '@/service/plans.ts';
import { answer, readBody } from '../_answer.ts';

export const POST: APIRoute = async (context) => {
  const body = readBody(
    context,
    z.object({
      plan: IdSchema,
      event: z.uuid(),
      at: z.number().int(),
      by: z.string().min(1).max(60),
    }),
  );
  if (!body.ok) return body.reply;
  const { plan, event, at, by } = body.value;
  return answer(
    await openSession(plan, { eventId: event, at, by, signal: context.request.signal }),
    201,
  );
};
