import type { APIRoute } from 'astro';
import { missing } from '@/service/result.ts';
import { openedText } from '@/service/sessions.ts';
import { answer, idOf } from '../../_answer.ts';

/** A session whole: its snapshot and its log, for whoever folds it. */
export const GET: APIRoute = async (context) => {
  const session = await openedText(idOf(context));
  return session
    ? new Response(session.text, {
        headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
      })
    : answer(missing('session'));
};
