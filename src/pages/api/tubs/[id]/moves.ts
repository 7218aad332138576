import type { APIRoute } from 'astro';
import * as z from 'zod';
import { moveTub } from '@/service/tubs.ts';
import { answer, idOf, readBody } from '../../_answer.ts';

/** Thrown away, or weighed again. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await moveTub(idOf(context), body.value), 201) : body.reply;
};
