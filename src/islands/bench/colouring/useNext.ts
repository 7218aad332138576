import { useEffect } from 'react';
import type { Charge, Colour } from '@/core/colour/index.ts';
import { useAnswers } from '@/ui/useAnswers.ts';
import type { NextAnswer, NextAsk } from '@/worker/next.worker.ts';

/**
 * Reckons a cup's next addition in a worker whenever what is in it changes; null while it does, or
 * where nothing can be reckoned.
 */
export function useNext(charge: Charge | null, looks: Colour | null): NextAnswer | null {
  const { answer, ask, forget } = useAnswers<NextAsk, NextAnswer>(
    () =>
      new Worker(new URL('../../../worker/next.worker.ts', import.meta.url), { type: 'module' }),
  );
  useEffect(() => {
    forget();
    if (charge) ask({ charge, looks });
  }, [charge, looks, ask, forget]);
  return answer;
}
