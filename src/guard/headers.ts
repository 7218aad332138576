/**
 * What every answer says to a browser: nothing of ours in a frame of somebody else's, nothing
 * guessed, nothing told on.
 */
const ALWAYS: Record<string, string> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=(), payment=(), usb=()',
};
/** Of what is no page: it runs nothing at all. */
const NO_PAGE = "default-src 'none'; frame-ancestors 'none'; sandbox";

/** Puts them on an answer, in place. A page has its own policy of scripts, by their hashes. */
export function guardHeaders(reply: Response): Response {
  for (const [name, value] of Object.entries(ALWAYS)) reply.headers.set(name, value);
  // What the shop's clock is: benches keep time by it.
  reply.headers.set('x-shop-clock', String(Date.now()));
  const own = reply.headers.get('content-security-policy');
  reply.headers.set(
    'content-security-policy',
    own ? `${own.replace(/;\s*$/, '')}; frame-ancestors 'none'` : NO_PAGE,
  );
  return reply;
}
