import type { APIRoute } from 'astro';
import { isList } from '@/service/catalogue.ts';
import { bringBackEntry } from '@/service/history.ts';
import { missing } from '@/service/result.ts';
import { answer, idOf } from '../../../_answer.ts';

/** Brings back what was retired. */
export const POST: APIRoute = async (context) => {
  const { list = '' } = context.params;
  return answer(isList(list) ? await bringBackEntry(list, idOf(context)) : missing('list'));
};
