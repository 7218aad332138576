import type { APIRoute } from 'astro';
import * as z from 'zod';
import { allPeople, savePerson } from '@/service/people.ts';
import { ok } from '@/service/result.ts';
import { answer, readBody } from '../_answer.ts';

export const GET: APIRoute = async () => answer(ok(await allPeople()));

export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await savePerson(body.value), 201) : body.reply;
};
