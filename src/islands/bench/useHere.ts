import { useEffect } from 'react';
import type { BenchPlace, SaidStep } from '@/core/session/index.ts';
import { dataOf } from '@/core/session/index.ts';

/**
 * Where at the bench the step in hand is done. On a phone that place comes first, and is gone to: what
 * is touched, and the sentence, are on the screen together.
 */
export function useHere(step: SaidStep | null): BenchPlace | null {
  const here = step && dataOf(step.key).at;
  useEffect(() => {
    if (here && matchMedia('(max-width: 767px)').matches) scrollTo({ top: 0 });
  }, [here]);
  return here;
}
