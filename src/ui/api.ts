import { v4 } from 'uuid';
import { heardClock } from './shopClock.ts';
import { SHOP_HEADER, shopKey } from './shopKey.ts';

export type Reply<T> =
  | { ok: true; value: T }
  | {
      ok: false;
      message: string;
      field?: string;
      code: string;
      status: number;
      /** what somebody else made of it meanwhile */ now?: { value: unknown; version: string };
    };

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** s after which a machine that does not answer is said not to. */
const PATIENCE = 40;
/** Letters a request may have that outlives its page: browsers let 64 KiB of them be under way. */
const OUTLIVES = 15_000;
/** Statuses that are no answer: the same may be sent again, and is done once. */
const NO_ANSWER = new Set([502, 503, 504]);

/**
 * Keys of requests not answered yet: whoever sends the same again, twice pressed or tried again,
 * sends the same key.
 */
const unanswered = new Map<string, string>();

interface Answer {
  detail?: string;
  field?: string;
  code?: string;
  now?: { value: unknown; version: string };
}
const failed = (status: number, read: Answer): Reply<never> => ({
  ok: false,
  message: read.detail ?? 'That did not work.',
  field: read.field,
  code: read.code ?? 'unknown',
  status,
  now: read.now,
});
const UNREACHABLE: Reply<never> = {
  ok: false,
  message: 'The shop’s machine did not answer. What you typed is still here; try again.',
  code: 'unreachable',
  status: 0,
};

/** What goes with a request: its key where it changes anything, and the version that was seen. */
function headersOf(method: Method, key: string, seen: string | undefined, typed: boolean) {
  return {
    [SHOP_HEADER]: shopKey(),
    ...(typed && { 'content-type': 'application/json' }),
    ...(method !== 'GET' && { 'idempotency-key': key }),
    ...(seen !== undefined && { 'if-match': `"${seen}"` }),
  };
}

/**
 * One call to an endpoint. A problem comes back as a sentence, never as an exception.
 * @param seen the version of what is changed
 */
export async function call<T>(
  method: Method,
  path: string,
  body?: unknown,
  seen?: string,
): Promise<Reply<T>> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const same = [method, path, seen, text].join(' ');
  const key = unanswered.get(same) ?? v4();
  if (method !== 'GET') unanswered.set(same, key);
  const asked = Date.now();
  try {
    const reply = await fetch(path, {
      method,
      headers: headersOf(method, key, seen, text !== undefined),
      body: text,
      // What is saved, and left at once, is saved all the same.
      keepalive: method !== 'GET' && (text?.length ?? 0) <= OUTLIVES,
      signal: AbortSignal.timeout(1000 * PATIENCE),
    });
    const clock = Number(reply.headers.get('x-shop-clock') ?? NaN);
    if (Number.isFinite(clock)) heardClock(clock, asked, Date.now());
    const read = (await reply.json()) as T & Answer;
    if (!NO_ANSWER.has(reply.status)) unanswered.delete(same);
    return reply.ok ? { ok: true, value: read } : failed(reply.status, read);
  } catch {
    return UNREACHABLE;
  }
}
