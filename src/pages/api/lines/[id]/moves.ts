import type { APIRoute } from 'astro';
import * as z from 'zod';
import { moveOnLine, undoMove } from '@/service/orders.ts';
import { answer, idOf, readBody } from '../../_answer.ts';

/** So many packed or sent (below 0: put right, with why), or one earlier move taken back. */
const Body = z.union([
  z.object({ undoes: z.uuid(), cause: z.uuid() }),
  z.object({
    kind: z.enum(['packed', 'sent']),
    count: z
      .number()
      .int()
      .refine((count) => count !== 0, 'How many?'),
    cause: z.uuid(),
    why: z.string().max(200).optional(),
  }),
]);

export const POST: APIRoute = async (context) => {
  const body = readBody(context, Body);
  if (!body.ok) return body.reply;
  const move = body.value;
  return answer(
    'undoes' in move
      ? await undoMove(idOf(context), move.undoes, move.cause, new Date())
      : await moveOnLine(idOf(context), move, new Date()),
    201,
  );
};
