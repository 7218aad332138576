import type { APIRoute } from 'astro';
import * as z from 'zod';
import { missing, ok, versionOf } from '@/service/result.ts';
import { orderNow, saveOrder } from '@/service/orders.ts';
import { answer, idOf, readBody, seenBy } from '../_answer.ts';

/** An order as it is edited. */
export const GET: APIRoute = async (context) => {
  const order = await orderNow(idOf(context));
  return order ? answer(ok(order), 200, versionOf(order)) : answer(missing('order'));
};

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await saveOrder(body.value, idOf(context), seenBy(context))) : body.reply;
};
