import { useEffect, useRef, useState } from 'react';
import type { Charge, Colour } from '@/core/colour/index.ts';
import type { NextAnswer, NextAsk } from '@/worker/next.worker.ts';

/** Reckons a cup's next addition in a worker whenever what is in it changes; null while it does, or where nothing can be reckoned. */
export function useNext(charge: Charge | null, looks: Colour | null): NextAnswer | null {
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<NextAnswer | null>(null);
  useEffect(() => {
    const made = new Worker(new URL('../../../worker/next.worker.ts', import.meta.url), { type: 'module' });
    made.onmessage = (e: MessageEvent<NextAnswer>) => e.data.n === asked.current && setAnswer(e.data);
    worker.current = made;
    return () => made.terminate();
  }, []);
  useEffect(() => {
    asked.current += 1;
    setAnswer(null);
    if (charge) worker.current?.postMessage({ n: asked.current, charge, looks } satisfies NextAsk);
  }, [charge, looks]);
  return answer;
}
