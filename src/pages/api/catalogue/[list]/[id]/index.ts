import type { APIRoute } from 'astro';
import * as z from 'zod';
import { findEntry, isList, saveEntry } from '@/service/catalogue.ts';
import { retireEntry } from '@/service/history.ts';
import { missing, ok, versionOf } from '@/service/result.ts';
import { answer, idOf, readBody, seenBy } from '../../../_answer.ts';

export const GET: APIRoute = async (context) => {
  const { list = '' } = context.params;
  const entry = isList(list) ? await findEntry(list, idOf(context)) : null;
  return entry ? answer(ok(entry), 200, versionOf(entry.spec)) : answer(missing('entry'));
};

export const PUT: APIRoute = async (context) => {
  const { list = '' } = context.params;
  if (!isList(list)) return answer(missing('list'));
  const body = readBody(context, z.unknown());
  return body.ok
    ? answer(await saveEntry(list, body.value, idOf(context), seenBy(context)))
    : body.reply;
};

/** Retires it: it is kept, and chosen from no list. */
export const DELETE: APIRoute = async (context) => {
  const { list = '' } = context.params;
  return answer(isList(list) ? await retireEntry(list, idOf(context)) : missing('list'));
};
