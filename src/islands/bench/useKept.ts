import { useEffect, useRef } from 'react';
import type { AnyEvent } from '@/core/session/index.ts';
import { actsOf, keepActs, keepStored } from './acts.ts';
import { leftBehind, takenOver } from './outbox.ts';

/** An act the shop would not have, with why; it is kept here until it has been seen. */
export interface Refused {
  id: string;
  why: string;
}

const UNREAD = 'An earlier version of the bench left it here in a form that cannot be read.';

/**
 * Acts kept here by an earlier version, in today's form. How those of before are read is loaded only
 * where there may be one: it takes the schemas, which a bench does without. One that cannot be read,
 * or not now, is not shown: it would end the bench. It stays on this device.
 */
export async function asToday(kept: AnyEvent[]): Promise<{ read: AnyEvent[]; unread: Refused[] }> {
  const plain = kept.filter((event) => event.kind !== 'changed');
  if (plain.length === kept.length) return { read: kept, unread: [] };
  // With the shop away, and nothing of it on this device, they wait for the next opening.
  const form = await import('@/core/session/upcast.ts').catch(() => null);
  if (!form) return { read: plain, unread: [] };
  const read: AnyEvent[] = [];
  const unread: Refused[] = [];
  for (const event of kept)
    try {
      read.push(form.upcast(event));
    } catch {
      unread.push({ id: event.id, why: UNREAD });
    }
  return { read, unread };
}

/**
 * What this bench knows beyond the page: what waits, what the shop refused, what it has and the
 * page had not.
 */
export function useKept(
  id: number,
  initial: readonly AnyEvent[],
  begin: (waiting: AnyEvent[], refused: Refused[]) => void,
): void {
  const started = useRef(false);
  useEffect(() => {
    if (started.current) return;
    started.current = true;
    void (async () => {
      const old = leftBehind(id);
      const isTaken = await keepActs(old, 'waiting');
      if (isTaken) takenOver(id);
      const kept = await actsOf(id);
      const known = new Set(initial.map((event) => event.id));
      // Stored once and not on the page: the page is an old one, or the shop was put back to before
      // it. Sent again it is told where it stands, or stands again.
      const { read, unread } = await asToday([
        ...(isTaken ? [] : old),
        ...kept
          .filter((act) => act.outcome !== 'refused' && !known.has(act.id))
          .map((act) => act.event),
      ]);
      const refused = kept
        .filter((act) => act.outcome === 'refused')
        .map((act) => ({ id: act.id, why: act.why ?? 'The shop refused it.' }));
      begin(read, [...refused, ...unread]);
      await keepStored(initial, kept);
    })();
  }, [id, initial, begin]);
}
