import { entryOf } from './events/index.ts';
import type { SessionState } from './state.ts';
import type { Send } from './step.ts';

/**
 * What an act is, apart from who pressed the key; null for acts that may really happen twice. What
 * was taken back may be done again, so the count of undos is part of it.
 */
export function identityOf(state: SessionState, send: Send): string | null {
  const own = entryOf(send.kind).identity(state, send.payload as never);
  return own && [send.kind, ...own, state.undone].join(':');
}
