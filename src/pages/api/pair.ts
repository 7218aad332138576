import type { APIRoute } from 'astro';
import * as z from 'zod';
import { show, TABLET } from '@/guard/cookies.ts';
import { pair } from '@/service/people.ts';
import { ok } from '@/service/result.ts';
import { answer, readBody } from './_answer.ts';

/** Makes the device that asks a bench tablet, by a code shown on the owner's screen. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  if (!body.ok) return body.reply;
  const done = await pair(body.value);
  if (!done.ok) return answer(done);
  show(context.cookies, TABLET, {
    token: done.value.token,
    secure: context.url.protocol === 'https:',
  });
  return answer(ok({ name: done.value.name }), 201);
};
