import type { APIRoute } from 'astro';
import * as z from 'zod';
import { show, SIGN_IN } from '@/guard/cookies.ts';
import { SIGN_IN_DAYS, signIn } from '@/service/people.ts';
import { ok } from '@/service/result.ts';
import { answer, readBody } from './_answer.ts';

export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  if (!body.ok) return body.reply;
  const done = await signIn(body.value);
  if (!done.ok) return answer(done);
  show(context.cookies, SIGN_IN, {
    token: done.value.token,
    secure: context.url.protocol === 'https:',
    seconds: SIGN_IN_DAYS * 86_400,
  });
  return answer(ok(null));
};
