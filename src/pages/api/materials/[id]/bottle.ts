import type { APIRoute } from 'astro';
import * as z from 'zod';
import { noteBottle } from '@/service/bottles.ts';
import { answer, idOf, readBody } from '../../_answer.ts';

/** How its bottle is: in order, damp or dirty. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok
    ? answer(await noteBottle(idOf(context), body.value, new Date()), 201)
    : body.reply;
};
