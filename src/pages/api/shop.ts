import type { APIRoute } from 'astro';
import * as z from 'zod';
import { ok } from '@/service/result.ts';
import { readShop, saveShop } from '@/service/shop.ts';
import { answer, readBody } from './_answer.ts';

export const GET: APIRoute = async () => answer(ok(await readShop()));

export const PUT: APIRoute = async (context) => {
  const body = await readBody(context, z.unknown());
  return body.ok ? answer(await saveShop(body.value)) : body.reply;
};
