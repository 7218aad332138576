import type { APIRoute } from 'astro';
import * as z from 'zod';
import { isList, listEntries, saveEntry } from '@/service/catalogue.ts';
import { missing, ok } from '@/service/result.ts';
import { answer, readBody } from '../../_answer.ts';

export const GET: APIRoute = async ({ params }) =>
  isList(params.list ?? '')
    ? answer(ok(await listEntries(params.list as never)))
    : answer(missing('list'));

export const POST: APIRoute = async (context) => {
  const { list = '' } = context.params;
  if (!isList(list)) return answer(missing('list'));
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await saveEntry(list, body.value), 201) : body.reply;
};
