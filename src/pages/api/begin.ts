import type { APIRoute } from 'astro';
import * as z from 'zod';
import { begin } from '@/service/begin.ts';
import { answer, readBody } from './_answer.ts';

/** Sets an empty shop up by what was said on the walk along its bench. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await begin(body.value, new Date()), 201) : body.reply;
};
