import type { APIRoute } from 'astro';
import * as z from 'zod';
import { moveOnLine } from '@/service/orders.ts';
import { answer, idOf, readBody } from '../../_answer.ts';

export const POST: APIRoute = async (context) => {
  const body = await readBody(context, z.object({ kind: z.enum(['packed', 'sent']), count: z.number().int().positive(), cause: z.uuid() }));
  return body.ok ? answer(await moveOnLine(idOf(context), body.value.kind, body.value.count, body.value.cause, new Date()), 201) : body.reply;
};
