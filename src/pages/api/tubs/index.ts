import type { APIRoute } from 'astro';
import * as z from 'zod';
import { ok } from '@/service/result.ts';
import { judgedTubs } from '@/service/judgedTubs.ts';
import { bringIn } from '@/service/tubs.ts';
import { answer, readBody } from '../_answer.ts';

/** Tubs of pucks and cups left standing, with what is in them. */
export const GET: APIRoute = async () => answer(ok(await judgedTubs()));

/** Pucks or torn baits from outside. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await bringIn(body.value), 201) : body.reply;
};
