import type { APIRoute } from 'astro';
import * as z from 'zod';
import { describe } from '@/service/tubs.ts';
import { answer, idOf, readBody } from '../../_answer.ts';

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await describe(idOf(context), body.value)) : body.reply;
};
