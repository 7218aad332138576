import { RateLimiterMemory } from 'rate-limiter-flexible';

/**
 * Requests of a kind that one address may send in so many seconds: far above what hands and
 * instruments do.
 */
const RATES = {
  write: { points: 1200, duration: 10 },
  page: { points: 1200, duration: 10 },
  // Passwords, codes and PINs: more than a hand types is somebody guessing.
  secret: { points: 20, duration: 60 },
} as const;
export type Rate = keyof typeof RATES;

const limiters = Object.fromEntries(
  Object.entries(RATES).map(([kind, rate]) => [
    kind,
    new RateLimiterMemory({ ...rate, keyPrefix: kind }),
  ]),
) as Record<Rate, RateLimiterMemory>;

/** s to wait before the next request of a kind from an address; 0 where it may come now. */
export async function waitFor(kind: Rate, address: string): Promise<number> {
  try {
    await limiters[kind].consume(address);
    return 0;
  } catch (refused) {
    return Math.max(
      1,
      Math.ceil(((refused as { msBeforeNext?: number }).msBeforeNext ?? 1000) / 1000),
    );
  }
}
