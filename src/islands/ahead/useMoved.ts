import { useEffect, useRef } from 'react';
import type { Hand } from '@/core/ahead/hand.ts';
import type { Laid, Moved } from '@/core/ahead/index.ts';
import { useAnswers } from '@/ui/useAnswers.ts';
import type { MovedAnswer, MovedAsked } from '@/worker/moved.worker.ts';
import { askedOf } from './asked.ts';
import type { Known } from './known.ts';

const makeWorker = () =>
  new Worker(new URL('../../worker/moved.worker.ts', import.meta.url), { type: 'module' });

/** Days timed again while a piece is in hand, in a worker that knows the layout. */
export function useMoved(known: Known, hand: Hand, times: readonly Laid[] | null) {
  const { answer, ask, forget } = useAnswers<MovedAsked, MovedAnswer>(makeWorker);
  const told = useRef<readonly Laid[] | null>(null);
  useEffect(() => {
    if (!times || told.current === times) return;
    told.current = times;
    ask({ book: { asked: askedOf(known, hand), times } });
  }, [times, known, hand, ask]);
  return {
    moved: new Map<string, Moved>(answer?.moved.map((one) => [one.day, one])),
    over: (key: string, day: string | null) =>
      day === null ? forget() : ask({ move: { key, day } }),
    putDown: forget,
  };
}
