// The app's process: the built app behind a server of our own. `node scripts/serve.mjs
// FOLDER-OF-THE-BUILD`
import './node.mjs';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecure } from 'node:https';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';

/**
 * ms a request's head, and all of it, may take to come; idle lines are kept as long as a bench is
 * between two acts.
 */
const PATIENCE = { headersTimeout: 10_000, requestTimeout: 60_000, keepAliveTimeout: 65_000 };
/** ms an answer under way has to be said when the process is told to end. */
const LETS_OUT = 300;
const METHODS = new Set(['GET', 'HEAD', 'OPTIONS', 'POST', 'PUT', 'DELETE']);

process.env.ASTRO_NODE_AUTOSTART = 'disabled';
// Threads are begun from the same build.
const dist = resolve(process.argv[2]);
process.env.TWIN_SHOT_DIST = dist;
const { handler } = await import(pathToFileURL(join(dist, 'server', 'entry.mjs')).href);

// On the shop's network everything goes by HTTPS: passwords are typed there.
const { TWIN_SHOT_KEY: key, TWIN_SHOT_CERTIFICATE: cert } = process.env;
const made =
  key && cert
    ? (answer) =>
        createSecure({ ...PATIENCE, key: readFileSync(key), cert: readFileSync(cert) }, answer)
    : (answer) => createServer(PATIENCE, answer);
const server = made((request, reply) => {
  reply.setHeader('x-content-type-options', 'nosniff');
  if (!METHODS.has(request.method)) {
    request.resume();
    reply.writeHead(405, {
      'content-type': 'application/problem+json',
      allow: [...METHODS].join(', '),
    });
    reply.end(
      JSON.stringify({
        title: 'method',
        status: 405,
        code: 'method',
        detail: 'That is not done here.',
      }),
    );
    return;
  }
  handler(request, reply);
});
// Whoever reads what is printed may go; the shop does not end with it.
for (const out of [process.stdout, process.stderr]) out.on('error', () => {});
process.on('SIGTERM', () => {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  // What is being answered is let out first; streams stay open until they are closed.
  setTimeout(() => server.closeAllConnections(), LETS_OUT);
});
server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${process.env.PORT} is taken by another program.`
      : String(error),
  );
  process.exit(1);
});
server.listen(Number(process.env.PORT ?? 4310), process.env.HOST ?? '127.0.0.1', () =>
  console.log('listening'),
);
