import { useCallback, useEffect, useRef, useState } from 'react';
import type { Colour, OnShelf, Sight } from '@/core/colour/index.ts';
import type { ColourAnswer, ColourAsk } from '@/worker/colour.worker.ts';

/** Looks for recipes in a worker of its own; a new asking, or a stop, ends the one before. */
export function useRecipes() {
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<ColourAnswer | null>(null);
  const [busy, setBusy] = useState(false);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
    setBusy(false);
  }, []);
  useEffect(() => stop, [stop]);
  const ask = useCallback((shelf: OnShelf[], target: Colour, ml: number, sight: Sight) => {
    worker.current?.terminate();
    const made = new Worker(new URL('../../worker/colour.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.current = made;
    asked.current += 1;
    setBusy(true);
    made.onmessage = (messageEvent: MessageEvent<ColourAnswer>) => {
      if (messageEvent.data.n !== asked.current) return;
      setAnswer(messageEvent.data);
      setBusy(false);
    };
    made.postMessage({ n: asked.current, shelf, target, ml, sight } satisfies ColourAsk);
  }, []);
  return { answer, busy, ask, stop };
}
