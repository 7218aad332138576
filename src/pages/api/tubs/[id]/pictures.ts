import type { APIRoute } from 'astro';
import { missing, problem } from '@/service/result.ts';
import { keepTubPicture, tubPicture } from '@/service/tubs.ts';
import { answer, idOf } from '../../_answer.ts';

/** The newest photograph of a tub; `?` and its number keep a browser from an older one. */
export const GET: APIRoute = async (context) => {
  const held = await tubPicture(idOf(context));
  return held
    ? new Response(new Uint8Array(held.picture), {
        headers: { 'content-type': held.kind, 'x-content-type-options': 'nosniff' },
      })
    : answer(missing('picture'));
};

/** A photograph of a tub, as its bytes. */
export const POST: APIRoute = async (context) => {
  if (!context.request.headers.get('content-type')?.startsWith('image/'))
    return answer(problem(400, 'invalid', 'This takes a picture. Nothing was changed.'));
  const bytes = Buffer.from(context.locals.body ?? []);
  return answer(await keepTubPicture(idOf(context), bytes), 201);
};
