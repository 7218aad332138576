import { useEffect, useMemo, useRef, useState } from 'react';
import type { Hand } from '@/core/ahead/hand.ts';
import { useAnswers } from '@/ui/useAnswers.ts';
import type { AheadAnswer, AheadAsked } from '@/worker/ahead.worker.ts';
import { askedOf } from './asked.ts';
import type { Known } from './known.ts';

const makeWorker = () =>
  new Worker(new URL('../../worker/ahead.worker.ts', import.meta.url), { type: 'module' });

/** The fortnight laid out in a worker, as good as it is known so far; what a hand did stays. */
export function useAhead(known: Known, hand: Hand) {
  const { answer, ask, stop } = useAnswers<AheadAsked, AheadAnswer>(makeWorker);
  const [stopped, setStopped] = useState(false);
  const question = useMemo(() => askedOf(known, hand), [known, hand]);
  const before = useRef<typeof question>(null);
  useEffect(() => {
    setStopped(false);
    // What is still being worked out for the book as it was would be waited for.
    if (before.current) stop();
    before.current = question;
    ask(question);
  }, [question, ask, stop]);
  return {
    answer: answer && answer.is !== 'enquiry' ? answer : null,
    stopped,
    stop: () => {
      stop();
      setStopped(true);
    },
  };
}

/** When baits somebody asks for could be ready, worked out beside the layout. */
export function useEnquiry(known: Known, hand: Hand) {
  const { answer, ask, forget } = useAnswers<AheadAsked, AheadAnswer>(makeWorker);
  return {
    answer: answer?.is === 'enquiry' ? answer.answer : null,
    enquire: (enquiry: NonNullable<AheadAsked['enquiry']>) => {
      forget();
      ask({ ...askedOf(known, hand), enquiry });
    },
  };
}
