import type { AnyEvent } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';

interface Reply {
  accepted: { id: string; seq: number }[];
  refused: { id: string | null; code: string; message: string }[];
}

const name = (session: number) => `twin-shot-outbox-${session}`;

/** What this bench recorded and the shop has not yet confirmed. Kept on the device until it has. */
export const kept = (session: number): AnyEvent[] => {
  try {
    return JSON.parse(localStorage.getItem(name(session)) ?? '[]') as AnyEvent[];
  } catch {
    return [];
  }
};
export const keep = (session: number, events: AnyEvent[]): void => localStorage.setItem(name(session), JSON.stringify(events));

/** Sends what waits. Null when the shop did not answer: it is tried again. */
export async function sendWaiting(session: number, waiting: AnyEvent[]): Promise<Reply | null> {
  const reply = await call<Reply>('POST', `/api/sessions/${session}/events`, { events: waiting.slice(0, 400).map(({ seq: _seq, ...e }) => e) });
  return reply.ok ? reply.value : null;
}

/** This device's name in the log. */
export function benchName(): string {
  const held = localStorage.getItem('twin-shot-bench');
  if (held) return held;
  const made = `bench ${Math.floor(Math.random() * 900 + 100)}`;
  localStorage.setItem('twin-shot-bench', made);
  return made;
}
