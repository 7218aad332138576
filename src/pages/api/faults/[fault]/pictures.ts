import type { APIRoute } from 'astro';
import { keepFaultPicture, nextOfKind } from '@/service/faultGuide.ts';
import { problem } from '@/service/result.ts';
import { answer } from '../../_answer.ts';

const seenIn = ({ searchParams }: URL) => ({
  mould: searchParams.get('mould'),
  cavity: searchParams.get('cavity'),
});

/** The photograph that stands beside the next of a fault, the nearest to a cavity that there is. */
export const GET: APIRoute = async ({ params, url }) =>
  answer(await nextOfKind(params.fault ?? '', seenIn(url)));

/** A photograph of a fault, as its bytes; `?mould=&cavity=` say where it was seen. */
export const POST: APIRoute = async ({ params, url, request, locals }) => {
  if (!request.headers.get('content-type')?.startsWith('image/'))
    return answer(problem(400, 'invalid', 'This takes a picture. Nothing was changed.'));
  return answer(
    await keepFaultPicture(params.fault ?? '', seenIn(url), Buffer.from(locals.body ?? [])),
    201,
  );
};
