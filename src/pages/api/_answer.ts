import type { APIContext } from 'astro';
import type * as z from 'zod';
import { idFrom } from '@/ui/id.ts';
import { readJson } from '@/service/json.ts';
import type { Problem, Result } from '@/service/result.ts';

/**
 * Problem details (RFC 9457): `detail` is a sentence for the maker, `code` for the program, `field`
 * where it was typed.
 */
export const problemReply = ({ status, code, message, field, now }: Problem): Response =>
  new Response(
    JSON.stringify({
      type: `/docs/problems#${code}`,
      title: code,
      status,
      detail: message,
      code,
      field,
      now,
    }),
    { status, headers: { 'content-type': 'application/problem+json' } },
  );

/** @param version of what is answered with, where it can be changed: said as its ETag */
export const answer = <T>(result: Result<T>, status = 200, version?: string): Response =>
  result.ok
    ? new Response(JSON.stringify(result.value), {
        status,
        headers: {
          'content-type': 'application/json',
          'cache-control': 'no-store',
          ...(version !== undefined && { etag: `"${version}"` }),
        },
      })
    : problemReply(result.problem);

type Read<T> = { ok: true; value: T } | { ok: false; reply: Response };

/** The JSON body of a request, checked. A form post from elsewhere is not JSON and is refused. */
export function readBody<S extends z.ZodType>(context: APIContext, schema: S): Read<z.infer<S>> {
  const bad = (message: string, field?: string): Read<never> => ({
    ok: false,
    reply: problemReply({ status: 400, code: 'invalid', message, field }),
  });
  if (!context.request.headers.get('content-type')?.startsWith('application/json'))
    return bad('This takes JSON.');
  let raw: unknown;
  try {
    raw = readJson(new TextDecoder().decode(context.locals.body));
  } catch {
    return bad('That is not JSON. Nothing was changed.');
  }
  const read = schema.safeParse(raw);
  if (read.success) return { ok: true, value: read.data };
  const first = read.error.issues[0]!;
  return bad(`${first.path.join('.') || 'body'}: ${first.message}`, first.path.join('.'));
}

/** The version a change was made from (`If-Match: "…"`); undefined where it does not say. */
export const seenBy = (context: APIContext): string | undefined =>
  /^"([\w-]{1,60})"$/.exec(context.request.headers.get('if-match') ?? '')?.[1];

export const idOf = (context: APIContext, name = 'id'): number => idFrom(context.params[name]);
