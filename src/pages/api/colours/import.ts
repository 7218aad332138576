import type { APIRoute } from 'astro';
import * as z from 'zod';
import { bringInBook, CHOICES, previewBook } from '@/service/colourBook.ts';
import { answer, readBody } from '../_answer.ts';

/** A file of colours: what it would bring; and with `choices`, brought in. */
export const POST: APIRoute = async (context) => {
  const body = readBody(
    context,
    z.object({
      text: z.string().max(5_000_000, 'That file is too long: 5 MB of text at most.'),
      choices: z.record(z.string(), z.enum(CHOICES)).optional(),
    }),
  );
  if (!body.ok) return body.reply;
  const { text, choices } = body.value;
  return choices ? answer(await bringInBook(text, choices)) : answer(await previewBook(text));
};
