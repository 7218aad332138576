import { Agent, request } from 'node:http';
import type { Endpoint, Hostile } from './hostile.ts';
import { hostile } from './hostile.ts';

const agent = new Agent({ keepAlive: true, maxSockets: 8 });

/** Sent as it is: fetch would mend half of it. */
function send(
  url: string,
  one: Hostile,
  from: string,
  again = false,
): Promise<{ status: number; text: string }> {
  const { method, path, headers, body } = one;
  const { hostname, port } = new URL(url);
  return new Promise((resolve) => {
    const broken = (error: Error) => resolve({ status: 0, text: error.message });
    try {
      const sent = request(
        { agent, hostname, port, method, path, headers, localAddress: from },
        (reply) => {
          let text = '';
          reply.on(
            'data',
            (piece: Buffer) => (text += text.length < 20_000 ? piece.toString() : ''),
          );
          reply.on('end', () => resolve({ status: reply.statusCode ?? 0, text }));
          reply.on('error', broken);
        },
      );
      // A line kept from the request before may be closed as this one is put on it: that is no
      // answer (Node's own advice, `reusedSocket`).
      sent.on('error', (error) =>
        sent.reusedSocket && !again ? resolve(send(url, one, from, true)) : broken(error),
      );
      sent.end(body);
    } catch (error) {
      // Not even a request.
      resolve({ status: 400, text: String(error) });
    }
  });
}

/** A stack, or what a database says of itself. */
const TELLS = /\n\s+at .+:\d+:\d+|SequelizeDatabaseError|node_modules|SELECT .+ FROM/;
const AT_ONCE = 8;
/** From many places on loopback, so that it is not the limit of one that answers. */
const addressOf = (count: number): string => `127.0.0.${2 + (Math.floor(count / 500) % 240)}`;

/**
 * Sends so many hostile requests, some at once, by who shows a cookie; answers with those that
 * ended badly, each once by where and how.
 */
export async function fuzz(
  url: string,
  {
    endpoints,
    chance,
    count,
    cookie = '',
  }: { endpoints: readonly Endpoint[]; chance: () => number; count: number; cookie?: string },
): Promise<{ failed: string[]; statuses: Record<string, number> }> {
  const failed = new Map<string, string>();
  const statuses: Record<string, number> = {};
  for (let sent = 0; sent < count; sent += AT_ONCE) {
    const batch = Array.from({ length: Math.min(AT_ONCE, count - sent) }, () =>
      hostile(chance, endpoints),
    ).map((one) => (cookie ? { ...one, headers: { ...one.headers, cookie } } : one));
    const replies = await Promise.all(batch.map((one, i) => send(url, one, addressOf(sent + i))));
    replies.forEach(({ status, text }, i) => {
      statuses[status] = (statuses[status] ?? 0) + 1;
      const one = batch[i]!;
      if (status !== 0 && status < 500 && !TELLS.test(text)) return;
      const where = `${one.method} ${one.path.replace(/\d+/g, 'n').slice(0, 60)} ${status}`;
      if (!failed.has(where))
        failed.set(
          where,
          `${one.method} ${one.path.slice(0, 160)} ${status}: ${text.slice(0, 160)} ← ` +
            `${(one.body ?? '').slice(0, 300)}`,
        );
    });
  }
  return { failed: [...failed.values()], statuses };
}
