import { useEffect, useRef } from 'react';
import type { AnyEvent } from '@/core/session/index.ts';
import { actsOf, keepActs, keepStored } from './acts.ts';
import { leftBehind } from './outbox.ts';

/** An act the shop would not have, with why; it is kept here until it has been seen. */
export interface Refused {
  id: string;
  why: string;
}

/**
 * Acts kept here by an earlier version, in today's form. How those of before are read is loaded only
 * where there may be one: it takes the schemas, which a bench does without.
 */
async function asToday(kept: AnyEvent[]): Promise<AnyEvent[]> {
  if (!kept.some((event) => event.kind === 'changed')) return kept;
  try {
    const { upcast } = await import('@/core/session/upcast.ts');
    return kept.map(upcast);
  } catch {
    // With the shop away, and nothing of it on this device, they stand as they were pressed.
    return kept;
  }
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
      await keepActs(old, 'waiting');
      const kept = await actsOf(id);
      const known = new Set(initial.map((event) => event.id));
      // Stored once and not on the page: the page is an old one, or the shop was put back to before
      // it. Sent again it is told where it stands, or stands again.
      begin(
        await asToday(
          kept
            .filter((act) => act.outcome !== 'refused' && !known.has(act.id))
            .map((act) => act.event),
        ),
        kept
          .filter((act) => act.outcome === 'refused')
          .map((act) => ({ id: act.id, why: act.why ?? 'The shop refused it.' })),
      );
      await keepStored(initial, kept);
    })();
  }, [id, initial, begin]);
}
