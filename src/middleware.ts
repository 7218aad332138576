import { defineMiddleware } from 'astro:middleware';
import { createHash } from 'node:crypto';
import type { APIContext, MiddlewareNext } from 'astro';
import { once } from '@/service/requests.ts';
import { problemReply } from '@/pages/api/_answer.ts';
import { awayNow } from '@/service/result.ts';

const WRITES = new Set(['POST', 'PUT', 'DELETE']);
/** What is sent here is known by ids of its own: acts of benches, readings of instruments. */
const OWN_IDS = /^\/api\/(sessions\/\d+\/events|devices\/readings)$/;
const KEY = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** A write that brings a key is done once, all of it or nothing, however often it is sent. */
async function answeredOnce(context: APIContext, next: MiddlewareNext): Promise<Response> {
  const { request, url } = context;
  const key = request.headers.get('idempotency-key');
  if (!WRITES.has(request.method) || key === null || !url.pathname.startsWith('/api/') || OWN_IDS.test(url.pathname)) return next();
  if (!KEY.test(key)) return problemReply({ status: 400, code: 'bad-key', message: 'A key of a request is a UUID. Nothing was changed.' });
  const sent = createHash('sha256').update(Buffer.from(await request.clone().arrayBuffer())).digest('base64url');
  let made: Response | null = null;
  const answered = await once(key, `${request.method} ${url.pathname} ${sent}`, async () => {
    made = await next();
    return { status: made.status, body: await made.clone().text() };
  });
  if (!answered) return problemReply({ status: 422, code: 'key-reused', message: 'That key stood for another request. Nothing was changed.' });
  const type = answered.status >= 400 ? 'application/problem+json' : 'application/json';
  return made ?? new Response(answered.body, { status: answered.status, headers: { 'content-type': type, 'cache-control': 'no-store' } });
}

/** The database being away is said in words, with what to do; nothing typed is lost by it. */
export const onRequest = defineMiddleware(async (context, next) => {
  try {
    const reply = await answeredOnce(context, next);
    reply.headers.set('x-content-type-options', 'nosniff');
    reply.headers.set('referrer-policy', 'same-origin');
    return reply;
  } catch (error) {
    const away = awayNow(error);
    console.error(error);
    const message = away ? 'The database is not answering. What you recorded is kept on this bench and sent again by itself.' : 'Something went wrong in the shop’s own machine. Nothing was changed; try again.';
    const status = away ? 503 : 500;
    if (context.url.pathname.startsWith('/api/')) return new Response(JSON.stringify({ type: 'about:blank', title: 'unavailable', status, detail: message, code: away ? 'database-away' : 'internal' }), { status, headers: { 'content-type': 'application/problem+json' } });
    return new Response(`<!doctype html><html lang="en"><title>Twin Shot</title><body style="font:18px sans-serif;margin:64px;max-width:40em"><h1>Not just now</h1><p>${message}</p><p><a href="">Try again</a></p>`, { status, headers: { 'content-type': 'text/html; charset=utf-8' } });
  }
});
