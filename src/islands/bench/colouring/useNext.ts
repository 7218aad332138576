import { useEffect } from 'react';
import type { Charge, Colour } from '@/core/colour/index.ts';
import { useAnswers } from '@/ui/useAnswers.ts';
import { useSame } from '@/ui/useSame.ts';
import type { NextAnswer, NextAsk } from '@/worker/next.worker.ts';

/**
 * Reckons a cup's next addition in a worker whenever what is in it changes; null while it does, or
 * where nothing can be reckoned. What was reckoned for less in the cup is advice for no moment longer.
 */
export function useNext(charge: Charge | null, looks: Colour | null): NextAnswer | null {
  const { answer, ask } = useAnswers<NextAsk, NextAnswer>(
    () =>
      new Worker(new URL('../../../worker/next.worker.ts', import.meta.url), { type: 'module' }),
  );
  // A bench changes its cups where they stand: what is in one is told by what it is, not by its object.
  const of = charge ? JSON.stringify([charge, [...charge.now], looks]) : '';
  const asked = useSame({ charge, looks }, of);
  useEffect(() => {
    if (asked.charge) ask({ of, charge: asked.charge, looks: asked.looks });
  }, [of, asked, ask]);
  return answer?.of === of ? answer : null;
}
