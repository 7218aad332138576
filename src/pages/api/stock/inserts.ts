import type { APIRoute } from 'astro';
import * as z from 'zod';
import { moveInsertsOnShelf } from '@/service/stock.ts';
import { answer, readBody } from '../_answer.ts';

/** Inserts leave the shelf: sold, given away, dropped, melted, or counted again. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await moveInsertsOnShelf(body.value, new Date()), 201) : body.reply;
};
