import { createHash } from 'node:crypto';
import type { APIContext, MiddlewareNext } from 'astro';
import { defineMiddleware, sequence } from 'astro:middleware';
import { limitOf, readWithin } from '@/guard/body.ts';
import { guardHeaders } from '@/guard/headers.ts';
import { fromElsewhere, meantForUs, namesFrom } from '@/guard/names.ts';
import { waitFor } from '@/guard/rates.ts';
import { problemReply } from '@/pages/api/_answer.ts';
import { once } from '@/service/requests.ts';
import { awayNow, brokenRule } from '@/service/result.ts';

const WRITES = new Set(['POST', 'PUT', 'DELETE']);
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
/** What is sent here is known by ids of its own: acts of benches, readings of instruments. */
const OWN_IDS = /^\/api\/(sessions\/\d+\/events|devices\/readings)$/;
const KEY = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;
const NAMES = namesFrom(process.env);

const isApi = (context: APIContext): boolean => context.url.pathname.startsWith('/api/');

/** The database being away is said in words, with what to do; nothing typed is lost by it. */
const inWords = defineMiddleware(async (context, next) => {
  try {
    return guardHeaders(await next());
  } catch (error) {
    // What no schema caught and the database would not have: the same whenever it is sent, and no fault of the machine's.
    if (brokenRule(error)) return guardHeaders(problemReply({ status: 422, code: 'cannot-be-kept', message: 'Something in that names what is not here, or is of a size that cannot be kept. Nothing was changed.' }));
    const away = awayNow(error);
    console.error(error);
    const message = away ? 'The database is not answering. What you recorded is kept on this bench and sent again by itself.' : 'Something went wrong in the shop’s own machine. Nothing was changed; try again.';
    const status = away ? 503 : 500;
    if (isApi(context)) return guardHeaders(problemReply({ status, code: away ? 'database-away' : 'internal', message }));
    const page = `<!doctype html><html lang="en"><title>Twin Shot</title><body><h1>Not just now</h1><p>${message}</p><p><a href="">Try again</a></p>`;
    return guardHeaders(new Response(page, { status, headers: { 'content-type': 'text/html; charset=utf-8' } }));
  }
});

/** Only who means this shop, from its own pages, and no faster than hands and instruments work. */
const gate = defineMiddleware(async (context, next) => {
  const { request, url } = context;
  const writes = WRITES.has(request.method);
  if (!writes && !READS.has(request.method)) return problemReply({ status: 405, code: 'method', message: 'That is not done here.' });
  if (!meantForUs(request.headers.get('host'), NAMES)) return problemReply({ status: 421, code: 'other-host', message: 'This shop is not known by that name. Use its address, or add the name to TWIN_SHOT_NAMES.' });
  if ((writes || url.pathname === '/api/stream') && fromElsewhere(request.headers)) return problemReply({ status: 403, code: 'other-origin', message: 'That came from a page of another site. Nothing was changed.' });
  const wait = await waitFor(writes ? 'write' : 'page', context.clientAddress);
  if (wait > 0) {
    const reply = problemReply({ status: 429, code: 'too-fast', message: `That is more than a shop sends. Try again in ${wait} s.` });
    reply.headers.set('retry-after', String(wait));
    return reply;
  }
  if (writes && isApi(context)) {
    const read = await readWithin(request, limitOf(url.pathname));
    if (!read.ok) return problemReply({ status: read.status, code: read.status === 413 ? 'too-large' : 'too-slow', message: read.message });
    context.locals.body = read.body;
  }
  return next();
});

/** A write that brings a key is done once, all of it or nothing, however often it is sent. */
const answeredOnce = defineMiddleware(async (context: APIContext, next: MiddlewareNext): Promise<Response> => {
  const { request, url, locals } = context;
  const key = request.headers.get('idempotency-key');
  if (!locals.body || key === null || OWN_IDS.test(url.pathname)) return next();
  if (!KEY.test(key)) return problemReply({ status: 400, code: 'bad-key', message: 'A key of a request is a UUID. Nothing was changed.' });
  const sent = createHash('sha256').update(locals.body).digest('base64url');
  let made: Response | null = null;
  const answered = await once(key, `${request.method} ${url.pathname} ${sent}`, async () => {
    made = await next();
    return { status: made.status, body: await made.clone().text() };
  });
  if (!answered) return problemReply({ status: 422, code: 'key-reused', message: 'That key stood for another request. Nothing was changed.' });
  return made ?? new Response(answered.body, { status: answered.status, headers: { 'content-type': 'application/json', 'cache-control': 'no-store' } });
});

export const onRequest = sequence(inWords, gate, answeredOnce);
