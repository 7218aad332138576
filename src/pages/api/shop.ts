import type { APIRoute } from 'astro';
import * as z from 'zod';
import { ok, versionOf } from '@/service/result.ts';
import { readShop, saveShop } from '@/service/shop.ts';
import { answer, readBody, seenBy } from './_answer.ts';

export const GET: APIRoute = async () => {
  const shop = await readShop();
  return answer(ok(shop), 200, versionOf(shop));
};

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await saveShop(body.value, seenBy(context))) : body.reply;
};
