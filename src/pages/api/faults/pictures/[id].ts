import type { APIRoute } from 'astro';
import { faultPicture } from '@/service/faultGuide.ts';
import { missing } from '@/service/result.ts';
import { answer, idOf } from '../../_answer.ts';

/** A photograph of a fault. */
export const GET: APIRoute = async (context) => {
  const held = await faultPicture(idOf(context));
  return held
    ? new Response(new Uint8Array(held.picture), {
        headers: { 'content-type': held.kind, 'x-content-type-options': 'nosniff' },
      })
    : answer(missing('picture'));
};
