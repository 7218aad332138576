import type { APIRoute } from 'astro';
import * as z from 'zod';
import { saveOrder } from '@/service/orders.ts';
import { answer, idOf, readBody } from '../_answer.ts';

export const PUT: APIRoute = async (context) => {
  const body = await readBody(context, z.unknown());
  return body.ok ? answer(await saveOrder(body.value, idOf(context))) : body.reply;
};
