import { useEffect, useMemo, useState } from 'react';
import { useAnswers } from '@/ui/useAnswers.ts';
import { shopKey } from '@/ui/shopKey.ts';
import type { AheadAnswer, AheadAsked } from '@/worker/ahead.worker.ts';

const KEPT = (): string => `twin-shot-ahead${shopKey()}`;
/** What a hand has put on a day on this device: bait and colourway, and the day. */
function heldHere(): Record<string, string> {
  try {
    return JSON.parse(localStorage.getItem(KEPT()) ?? '{}') as Record<string, string>;
  } catch {
    return {};
  }
}

/** The fortnight laid out in a worker, as good as it is known so far; what a hand holds stays. */
export function useAhead(known: Omit<AheadAsked, 'held'>) {
  const [held, setHeld] = useState<Record<string, string>>(() => {
    const days = new Set(known.times.map(({ day }) => day));
    return Object.fromEntries(Object.entries(heldHere()).filter(([, day]) => days.has(day)));
  });
  const { answer, ask } = useAnswers<AheadAsked, AheadAnswer>(
    () => new Worker(new URL('../../worker/ahead.worker.ts', import.meta.url), { type: 'module' }),
  );
  const asked = useMemo(() => ({ ...known, held: Object.entries(held) }), [known, held]);
  useEffect(() => ask(asked), [asked, ask]);
  useEffect(() => localStorage.setItem(KEPT(), JSON.stringify(held)), [held]);
  return {
    answer,
    held,
    hold: (key: string, day: string | null) =>
      setHeld((before) => ({
        ...Object.fromEntries(Object.entries(before).filter(([other]) => other !== key)),
        ...(day !== null && { [key]: day }),
      })),
  };
}
