import { isIP } from 'node:net';

/**
 * Names beside addresses that this shop answers to, as `TWIN_SHOT_NAMES=shop.local,bench.local`.
 */
export const namesFrom = (env: Record<string, string | undefined>): string[] =>
  (env.TWIN_SHOT_NAMES ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean);

/**
 * Whether a request was meant for this shop by its Host. Addresses are, and localhost, and the
 * names it was given: any other name may be somebody else's that was made to point here (DNS
 * rebinding).
 */
export function meantForUs(host: string | null, names: readonly string[]): boolean {
  if (!host || !URL.canParse(`http://${host}`)) return false;
  const name = new URL(`http://${host}`).hostname.toLowerCase();
  return name === 'localhost' || isIP(name.replace(/^\[|\]$/g, '')) !== 0 || names.includes(name);
}

/**
 * Whether a request comes from a page of somebody else's: by its Origin, or by what a browser says
 * of it.
 */
export function fromElsewhere(headers: Headers): boolean {
  const origin = headers.get('origin');
  if (origin === null)
    return ['cross-site', 'same-site'].includes(headers.get('sec-fetch-site') ?? '');
  return !URL.canParse(origin) || new URL(origin).host !== headers.get('host');
}
