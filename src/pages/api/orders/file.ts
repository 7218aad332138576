import type { APIRoute } from 'astro';
import * as z from 'zod';
import { COLUMNS } from '@/core/order/csv.ts';
import { exportCsv, importCsv, previewCsv } from '@/service/ordersCsv.ts';
import { answer, readBody } from '../_answer.ts';

export const GET: APIRoute = async () =>
  new Response(await exportCsv(new Date()), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="orders.csv"',
    },
  });

const Body = z.object({
  text: z.string(),
  take: z.boolean(),
  /** which heading of the file each column is under */
  columns: z.partialRecord(z.enum(COLUMNS), z.string().max(200)).optional(),
});
/** `take: false` says of each row whether it can be taken; `take: true` takes the good ones. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, Body);
  if (!body.ok) return body.reply;
  const { text, take, columns } = body.value;
  return take
    ? answer(await importCsv(text, columns), 201)
    : answer(await previewCsv(text, columns));
};
