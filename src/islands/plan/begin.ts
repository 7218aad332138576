import { v4 } from 'uuid';
import { call } from '@/ui/api.ts';
import { shopNow } from '@/ui/shopClock.ts';

/**
 * Begins the session of a kept plan and goes to its bench.
 * @returns a sentence where it could not be begun; else nothing
 */
export async function begin(plan: number): Promise<string | undefined> {
  const reply = await call<{ session: number }>('POST', '/api/sessions', {
    plan,
    event: v4(),
    at: Math.round(shopNow()),
    by: localStorage.getItem('twin-shot-bench') ?? 'bench',
  });
  if (!reply.ok) return reply.message;
  location.assign(`/bench/${reply.value.session}`);
  return undefined;
}
