import type { APIRoute } from 'astro';
import * as z from 'zod';
import { moveOnShelf } from '@/service/stock.ts';
import { answer, readBody } from '../_answer.ts';

/** Baits leave the shelf for a line, are sold, given away, dropped, melted, or counted again. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await moveOnShelf(body.value, new Date()), 201) : body.reply;
};
