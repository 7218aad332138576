import type { APIRoute } from 'astro';
import * as z from 'zod';
import { deleteThing } from '@/service/deleted.ts';
import { missing, ok, versionOf } from '@/service/result.ts';
import { orderNow, saveOrder } from '@/service/orders.ts';
import { answer, idOf, readBody, seenBy } from '../../_answer.ts';

/** An order as it is edited. */
export const GET: APIRoute = async (context) => {
  const order = await orderNow(idOf(context));
  return order ? answer(ok(order), 200, versionOf(order)) : answer(missing('order'));
};

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await saveOrder(body.value, idOf(context), seenBy(context))) : body.reply;
};

/** Deletes an order nothing was shot for, packed or sent. */
export const DELETE: APIRoute = async (context) =>
  answer(await deleteThing('orders', idOf(context), seenBy(context)));
