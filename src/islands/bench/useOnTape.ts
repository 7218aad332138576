import { useEffect, useRef } from 'react';
import { ofTape } from '@/core/session/ofTape.ts';
import type { BenchHands, OnTape } from '@/core/session/onTape.ts';
import type { SessionState, Snapshot } from '@/core/session/index.ts';
import { shopNow } from '@/ui/shopClock.ts';
import { useAnswers } from '@/ui/useAnswers.ts';
import type { OnTapeAnswer, OnTapeAsked } from '@/worker/onTape.worker.ts';

const makeWorker = () =>
  new Worker(new URL('../../worker/onTape.worker.ts', import.meta.url), { type: 'module' });
/** ms a hand is left alone before what is left is laid anew, and between two of them. */
const SOON = 300;
const AGAIN = 20_000;

/** Where a session stands on its tape: laid anew after every act, while it is shot. */
export function useOnTape(state: SessionState, bench: BenchHands): OnTape | null {
  const { answer, ask } = useAnswers<OnTapeAsked, OnTapeAnswer>(makeWorker);
  const isRunning = state.phase.is === 'running';
  const sent = useRef<Snapshot>(undefined);
  useEffect(() => {
    if (!isRunning) return;
    const again = () => {
      const { snapshot } = state;
      ask({
        state: ofTape(state),
        ...(snapshot !== sent.current && { snapshot }),
        bench,
        now: shopNow(),
      });
      sent.current = snapshot;
    };
    const soon = setTimeout(again, SOON);
    const beat = setInterval(again, AGAIN);
    return () => {
      clearTimeout(soon);
      clearInterval(beat);
    };
  }, [state, bench, isRunning, ask]);
  return isRunning ? (answer?.on ?? null) : null;
}
