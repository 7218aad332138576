import type { APIRoute } from 'astro';
import * as z from 'zod';
import { book, saveOrder } from '@/service/orders.ts';
import { bookCursor } from '@/ui/cursor.ts';
import { ok } from '@/service/result.ts';
import { answer, readBody } from '../_answer.ts';

/**
 * The open book by promised day, 60 lines a page; `?after=2026-12-01,17` gives the page after that
 * line.
 */
export const GET: APIRoute = async ({ url }) =>
  answer(ok(await book(new Date(), { after: bookCursor(url.searchParams.get('after')) })));

export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await saveOrder(body.value), 201) : body.reply;
};
