import type { APIRoute } from 'astro';
import * as z from 'zod';
import { forget, SIGN_IN } from '@/guard/cookies.ts';
import { signOut } from '@/service/people.ts';
import { answer, readBody } from './_answer.ts';

export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.object({ everywhere: z.boolean().default(false) }));
  if (!body.ok) return body.reply;
  const token = context.cookies.get(SIGN_IN)?.value;
  forget(context.cookies, SIGN_IN);
  return answer(await signOut(token, context.locals.who, body.value.everywhere));
};
