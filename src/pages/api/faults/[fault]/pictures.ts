import type { APIRoute } from 'astro';
import { keepFaultPicture } from '@/service/faultGuide.ts';
import { problem } from '@/service/result.ts';
import { answer } from '../../_answer.ts';

/** A photograph of a fault, as its bytes; `?mould=&cavity=` say where it was seen. */
export const POST: APIRoute = async ({ params, url, request, locals }) => {
  if (!request.headers.get('content-type')?.startsWith('image/'))
    return answer(problem(400, 'invalid', 'This takes a picture. Nothing was changed.'));
  const of = { mould: url.searchParams.get('mould'), cavity: url.searchParams.get('cavity') };
  return answer(
    await keepFaultPicture(params.fault ?? '', of, Buffer.from(locals.body ?? [])),
    201,
  );
};
