import type { APIRoute } from 'astro';
import { problem } from '@/service/result.ts';
import { keepPicture } from '@/service/mixes.ts';
import { answer, idOf } from '../../_answer.ts';

/** A picture of a version of a mix, as its bytes: `n` the version, `what` it shows. */
export const POST: APIRoute = async (context) => {
  const { request, url, locals } = context;
  if (!request.headers.get('content-type')?.startsWith('image/'))
    return answer(problem(400, 'invalid', 'This takes a picture. Nothing was changed.'));
  const count = Number(url.searchParams.get('n'));
  return answer(
    await keepPicture(
      idOf(context),
      Number.isSafeInteger(count) && count > 0 ? count : 0,
      url.searchParams.get('what') ?? '',
      Buffer.from(locals.body ?? []),
    ),
    201,
  );
};
