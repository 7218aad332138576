import { useEffect, useRef } from 'react';
import type { SaidStep, Send } from '@/core/session/index.ts';

/**
 * The hold runs by itself: its end is noted when it has come.
 * @param act notes it; null = the shop presses for it
 */
export function useHold(step: SaidStep | null, now: number, act: ((send: Send) => void) | null) {
  const noted = useRef('');
  const due = step?.key === 'hold' && step.send && step.until !== undefined && now >= step.until;
  const which = due ? `${step.target} ${step.until}` : '';
  useEffect(() => {
    if (!act || !due || noted.current === which) return;
    noted.current = which;
    act(step.send!);
  });
}
