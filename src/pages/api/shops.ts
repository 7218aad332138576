import type { APIRoute } from 'astro';
import { ok } from '@/service/result.ts';
import { openShop, shopsHere, WhichShopSchema } from '@/service/shops.ts';
import { answer, readBody } from './_answer.ts';

export const GET: APIRoute = async () => answer(ok(await shopsHere()));

/** Opens the demo shop, or one's own. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, WhichShopSchema);
  return body.ok ? answer(await openShop(body.value.open), 202) : body.reply;
};
