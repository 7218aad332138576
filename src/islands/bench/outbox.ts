import type { AnyEvent } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';

interface Reply {
  accepted: { id: string; seq: number }[];
  refused: { id: string | null; code: string; message: string }[];
}

/** Acts sent at a time at most: the shop takes no more. */
const AT_ONCE = 400;

/** Who may not here, or does not any more: signed out, unpaired, another role. */
const TURNED_AWAY = new Set([401, 403]);

/**
 * Sends what waits. Null when the shop did not answer: it is tried again; a sentence where it
 * answers that one may not.
 */
export async function sendWaiting(
  session: number,
  waiting: readonly AnyEvent[],
): Promise<Reply | string | null> {
  const reply = await call<Reply>('POST', `/api/sessions/${session}/events`, {
    events: waiting.slice(0, AT_ONCE).map(({ seq: _seq, ...other }) => other),
  });
  if (reply.ok) return reply.value;
  return TURNED_AWAY.has(reply.status) || reply.code === 'other-shop' ? reply.message : null;
}

const OLD = (session: number): string => `twin-shot-outbox-${session}`;
/** What an earlier version of this bench left waiting on this device. */
export function leftBehind(session: number): AnyEvent[] {
  try {
    return JSON.parse(localStorage.getItem(OLD(session)) ?? '[]') as AnyEvent[];
  } catch {
    return [];
  }
}
/** Lets go of it, once it is kept as acts are now. */
export const takenOver = (session: number): void => localStorage.removeItem(OLD(session));

const HAND = 'twin-shot-hand';
/** Who stands at this bench, where they said so. */
export const handHere = (): string | null => localStorage.getItem(HAND);
export const setHand = (name: string): void => localStorage.setItem(HAND, name);

/** Letters the log has for whose act it is. */
const MOST = 60;
/** Whose act it is, in the log: the hand, and the device it stood at. */
export const actingHere = (): string =>
  [handHere(), benchName()].filter(Boolean).join(', ').slice(0, MOST);

/** This device's name in the log. */
export function benchName(): string {
  const held = localStorage.getItem('twin-shot-bench');
  if (held) return held;
  const made = `bench ${Math.floor(Math.random() * 900 + 100)}`;
  localStorage.setItem('twin-shot-bench', made);
  return made;
}
