import type { APIRoute } from 'astro';
import * as z from 'zod';
import { exportCsv, importCsv, previewCsv } from '@/service/ordersCsv.ts';
import { answer, readBody } from '../_answer.ts';

export const GET: APIRoute = async () =>
  new Response(await exportCsv(new Date()), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="orders.csv"',
    },
  });

/** `take: false` says of each row whether it can be taken; `take: true` takes the good ones. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.object({ text: z.string(), take: z.boolean() }));
  if (!body.ok) return body.reply;
  return body.value.take
    ? answer(await importCsv(body.value.text), 201)
    : answer(await previewCsv(body.value.text));
};
