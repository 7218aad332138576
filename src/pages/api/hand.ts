import type { APIRoute } from 'astro';
import * as z from 'zod';
import { allPeople, takeHand } from '@/service/people.ts';
import { ok } from '@/service/result.ts';
import { answer, readBody } from './_answer.ts';

/** Hands there are, for a bench to choose from. */
export const GET: APIRoute = async () =>
  answer(
    ok(
      (await allPeople())
        .filter((allPerson) => allPerson.role !== 'looker-on')
        .map(({ id, name, pin }) => ({ id, name, pin })),
    ),
  );

/** Who stands at a bench. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await takeHand(body.value)) : body.reply;
};
