import type { APIRoute } from 'astro';
import * as z from 'zod';
import { dropPerson, savePerson } from '@/service/people.ts';
import { answer, idOf, readBody } from '../_answer.ts';

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await savePerson(body.value, idOf(context))) : body.reply;
};

export const DELETE: APIRoute = async (context) => answer(await dropPerson(idOf(context)));
