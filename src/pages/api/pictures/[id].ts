import type { APIRoute } from 'astro';
import { pictureBytes } from '@/service/mixes.ts';
import { missing } from '@/service/result.ts';
import { answer, idOf } from '../_answer.ts';

export const GET: APIRoute = async (context) => {
  const held = await pictureBytes(idOf(context));
  return held
    ? new Response(new Uint8Array(held.picture), {
        headers: {
          'content-type': held.kind,
          'cache-control': 'private, max-age=31536000, immutable',
          'x-content-type-options': 'nosniff',
        },
      })
    : answer(missing('picture'));
};
