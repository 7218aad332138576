import type { AstroCookies } from 'astro';

/** What a person, and what a tablet, shows to be known again. */
export const SIGN_IN = 'twin-shot-sign-in';
export const TABLET = 'twin-shot-tablet';
const YEARS = 10 * 365 * 86_400;

/** Kept from scripts, sent to this shop alone, and over HTTPS only where it is HTTPS. */
export function show(
  cookies: AstroCookies,
  name: typeof SIGN_IN | typeof TABLET,
  { token, secure, seconds = YEARS }: { token: string; secure: boolean; seconds?: number },
): void {
  cookies.set(name, token, {
    httpOnly: true,
    sameSite: 'strict',
    secure,
    path: '/',
    maxAge: seconds,
  });
}
export const forget = (cookies: AstroCookies, name: typeof SIGN_IN | typeof TABLET): void =>
  cookies.delete(name, { path: '/' });
