import { createHash, randomUUID } from 'node:crypto';
import type { APIContext, MiddlewareNext } from 'astro';
import { defineMiddleware, sequence } from 'astro:middleware';
import { limitOf, readWithin } from '@/guard/body.ts';
import { guardHeaders } from '@/guard/headers.ts';
import { fromElsewhere, meantForUs, namesFrom } from '@/guard/names.ts';
import { inOnePiece } from '@/guard/onePiece.ts';
import { SIGN_IN, TABLET } from '@/guard/cookies.ts';
import { may, signInWanted } from '@/guard/may.ts';
import { waitFor } from '@/guard/rates.ts';
import { problemReply } from '@/pages/api/_answer.ts';
import { actingAs } from '@/service/actor.ts';
import { askedAhead } from '@/service/clockLine.ts';
import { faultOf, log } from '@/service/log.ts';
import { counted } from '@/service/metrics.ts';
import { hasOwner, whoShows } from '@/service/people.ts';
import { once } from '@/service/requests.ts';
import { awayNow, brokenRule } from '@/service/result.ts';
import { shopKeyHere } from '@/service/shops.ts';
import { SHOP_HEADER } from '@/ui/shopKey.ts';

const WRITES = new Set(['POST', 'PUT', 'DELETE']);
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
/** What is sent here is known by ids of its own: acts of benches, readings of instruments. */
const OWN_IDS = /^\/api\/(sessions\/\d+\/events|devices\/readings)$/;
/**
 * What is answered with a cookie, what is noted even where it is refused, and what no hash or
 * answer may be kept of (a password, a pairing code), is done each time it is asked.
 */
const EACH_TIME = /^\/api\/(sign-in|sign-out|pair|pairings|hand|people(\/\d+)?)$/;
/** Where a password, a code or a PIN is sent. */
const SECRETS = /^\/api\/(sign-in|pair|hand)$/;
const KEY = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;
const NAMES = namesFrom(process.env);
const SIGNED = signInWanted(process.env);

/** Pages with a frame of their own. */
const BARE = new Set(['/bench/[id]', '/sign-in', '/pair', '/docs/problems']);
const isApi = (context: APIContext): boolean => context.url.pathname.startsWith('/api/');

/** Every request has a number, a line in the log, and its time counted. */
const logged = defineMiddleware(async (context, next) => {
  context.locals.id = randomUUID().slice(0, 8);
  const since = performance.now();
  const reply = await next();
  const ms = performance.now() - since;
  const { method } = context.request;
  counted(method, context.routePattern, reply.status, ms);
  log[reply.status >= 500 ? 'error' : 'info']({
    id: context.locals.id,
    method,
    route: context.routePattern,
    status: reply.status,
    ms: Math.round(ms),
  });
  reply.headers.set('x-request-id', context.locals.id);
  return reply;
});

/** The database being away is said in words, with what to do; nothing typed is lost by it. */
const inWords = defineMiddleware(async (context, next) => {
  try {
    return guardHeaders(await inOnePiece(await next()));
  } catch (error) {
    // What no schema caught and the database would not have: no fault of the machine's.
    if (brokenRule(error))
      return guardHeaders(
        problemReply({
          status: 422,
          code: 'cannot-be-kept',
          message:
            'Something in that names what is not here, or is of a size that cannot be kept. Nothing was changed.',
        }),
      );
    const away = awayNow(error);
    log.error(
      { id: context.locals.id, route: context.routePattern, ...faultOf(error) },
      away ? 'database away' : 'failed',
    );
    const message = away
      ? 'The database is not answering. What you recorded is kept on this bench and sent again by itself.'
      : 'Something went wrong in the shop’s own machine. Nothing was changed; try again. Its ' +
        `number in the log is ${context.locals.id}.`;
    const status = away ? 503 : 500;
    if (isApi(context))
      return guardHeaders(
        problemReply({ status, code: away ? 'database-away' : 'internal', message }),
      );
    const page =
      '<!doctype html><html lang="en"><title>Twin Shot</title><body><h1>Not just ' +
      `now</h1><p>${message}</p><p><a href="">Try again</a></p>`;
    return guardHeaders(
      new Response(page, { status, headers: { 'content-type': 'text/html; charset=utf-8' } }),
    );
  }
});

/** Only who means this shop, from its own pages, and no faster than hands and instruments work. */
const gate = defineMiddleware(async (context, next) => {
  const { request, url } = context;
  const writes = WRITES.has(request.method);
  if (!writes && !READS.has(request.method))
    return problemReply({ status: 405, code: 'method', message: 'That is not done here.' });
  if (!meantForUs(request.headers.get('host'), NAMES))
    return problemReply({
      status: 421,
      code: 'other-host',
      message:
        'This shop is not known by that name. Use its address, or add the name to TWIN_SHOT_NAMES.',
    });
  if ((writes || url.pathname === '/api/stream') && fromElsewhere(request.headers))
    return problemReply({
      status: 403,
      code: 'other-origin',
      message: 'That came from a page of another site. Nothing was changed.',
    });
  const wait = await waitFor(
    writes && SECRETS.test(url.pathname) ? 'secret' : writes ? 'write' : 'page',
    context.clientAddress,
  );
  if (wait > 0) {
    const reply = problemReply({
      status: 429,
      code: 'too-fast',
      message: `That is more than a shop sends. Try again in ${wait} s.`,
    });
    reply.headers.set('retry-after', String(wait));
    return reply;
  }
  if (writes && isApi(context)) {
    const read = await readWithin(request, limitOf(url.pathname));
    if (!read.ok)
      return problemReply({
        status: read.status,
        code: read.status === 413 ? 'too-large' : 'too-slow',
        message: read.message,
      });
    context.locals.body = read.body;
  }
  return next();
});

/**
 * A page of the shop that was open before the one that is: what it asks and sends is not of this
 * one.
 */
const ofThisShop = defineMiddleware((context, next) => {
  const shop = context.request.headers.get(SHOP_HEADER) ?? context.url.searchParams.get('shop');
  if (shop === null || shop === shopKeyHere() || !isApi(context)) return next();
  return problemReply({
    status: 409,
    code: 'other-shop',
    message:
      'Another shop has been opened on this machine since this page was. Nothing was changed; ' +
      'what you recorded is kept on this device for the shop it belongs to.',
  });
});

/** Whether an owner was ever found: the last one is never taken out. */
let owned = false;

/** On the shop's network: who it is, and whether they may. What is done is done in their name. */
const known = defineMiddleware(async (context, next) => {
  const { cookies, locals, request, url } = context;
  locals.signed = SIGNED;
  locals.who = null;
  if (!SIGNED) return next();
  if (!(owned ||= await hasOwner()))
    return problemReply({
      status: 503,
      code: 'no-owner',
      message:
        'Nobody could sign in: there is no owner yet. Make one on the shop’s own machine: npm run owner -- NAME',
    });
  locals.who = await whoShows(cookies.get(SIGN_IN)?.value, cookies.get(TABLET)?.value);
  const role =
    locals.who === null ? null : locals.who.kind === 'tablet' ? 'tablet' : locals.who.role;
  const go = () => (locals.who ? actingAs(locals.who.name, next) : next());
  if (may(role, context.routePattern, request.method)) return go();
  if (locals.who === null) {
    if (!isApi(context) && request.method === 'GET')
      return context.redirect(`/sign-in?to=${encodeURIComponent(url.pathname)}`);
    return problemReply({
      status: 401,
      code: 'sign-in',
      message: 'Sign in first. Nothing was changed.',
    });
  }
  if (!isApi(context) && locals.who.kind === 'tablet') return context.redirect('/bench');
  return problemReply({
    status: 403,
    code: 'may-not',
    message: `${locals.who.name} may not do that. Nothing was changed; ask the owner.`,
  });
});

/** A write that brings a key is done once, all of it or nothing, however often it is sent. */
const answeredOnce = defineMiddleware(
  async (context: APIContext, next: MiddlewareNext): Promise<Response> => {
    const { request, url, locals } = context;
    const key = request.headers.get('idempotency-key');
    if (!locals.body || key === null || OWN_IDS.test(url.pathname) || EACH_TIME.test(url.pathname))
      return next();
    if (!KEY.test(key))
      return problemReply({
        status: 400,
        code: 'bad-key',
        message: 'A key of a request is a UUID. Nothing was changed.',
      });
    const sent = createHash('sha256').update(locals.body).digest('base64url');
    let made: Response | null = null;
    const answered = await once(key, `${request.method} ${url.pathname} ${sent}`, async () => {
      made = await next();
      return { status: made.status, body: await made.clone().text() };
    });
    if (!answered)
      return problemReply({
        status: 422,
        code: 'key-reused',
        message: 'That key stood for another request. Nothing was changed.',
      });
    return (
      made ??
      new Response(answered.body, {
        status: answered.status,
        headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
      })
    );
  },
);

/** What every page asks is asked while it is worked out, not after it. */
const clockAhead = defineMiddleware((context, next) => {
  if (context.request.method !== 'GET' || isApi(context) || BARE.has(context.routePattern))
    return next();
  context.locals.asked = askedAhead();
  return next();
});

export const onRequest = sequence(
  logged,
  inWords,
  gate,
  ofThisShop,
  known,
  answeredOnce,
  clockAhead,
);
