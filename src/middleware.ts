import { defineMiddleware } from 'astro:middleware';

/** The database being away is said in words, with what to do; nothing typed is lost by it. */
export const onRequest = defineMiddleware(async (context, next) => {
  try {
    const reply = await next();
    reply.headers.set('x-content-type-options', 'nosniff');
    reply.headers.set('referrer-policy', 'same-origin');
    return reply;
  } catch (error) {
    const away = error instanceof Error && /Sequelize(Connection|HostNotReachable|HostNotFound|Database.*terminat)|ECONNREFUSED|terminating connection|Connection terminated/i.test(`${error.name} ${error.message}`);
    console.error(error);
    const message = away ? 'The database is not answering. What you recorded is kept on this bench and sent again by itself.' : 'Something went wrong in the shop’s own machine. Nothing was changed; try again.';
    const status = away ? 503 : 500;
    if (context.url.pathname.startsWith('/api/')) return new Response(JSON.stringify({ type: 'about:blank', title: 'unavailable', status, detail: message, code: away ? 'database-away' : 'internal' }), { status, headers: { 'content-type': 'application/problem+json' } });
    return new Response(`<!doctype html><html lang="en"><title>Twin Shot</title><body style="font:18px sans-serif;margin:64px;max-width:40em"><h1>Not just now</h1><p>${message}</p><p><a href="">Try again</a></p>`, { status, headers: { 'content-type': 'text/html; charset=utf-8' } });
  }
});
