import type { APIRoute } from 'astro';
import * as z from 'zod';
import { changeLearned, whatIsLearned } from '@/service/learn.ts';
import { ok } from '@/service/result.ts';
import { answer, readBody } from '../_answer.ts';

export const GET: APIRoute = async () => answer(ok(await whatIsLearned()));

/** Locks a thing as it is, lets it learn again, or forgets what was learned of it. */
export const POST: APIRoute = async (context) => {
  const body = readBody(
    context,
    z.object({ key: z.string().min(1).max(120), act: z.enum(['lock', 'unlock', 'reset']) }),
  );
  return body.ok ? answer(await changeLearned(body.value.key, body.value.act)) : body.reply;
};
