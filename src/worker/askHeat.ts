import type { HeatAnswer, HeatAsk } from '@/core/session/index.ts';

/** Asks for what is foreseen at a bench; only the newest asking is answered. */
export interface HeatOracle {
  ask: (ask: HeatAsk) => void;
  end: () => void;
}

/** @param answered told each answer, with what was asked */
export function heatOracle(answered: (answer: HeatAnswer, ask: HeatAsk) => void): HeatOracle {
  const worker = new Worker(new URL('./heat.worker.ts', import.meta.url), { type: 'module' });
  let busy: HeatAsk | null = null;
  let next: HeatAsk | null = null;
  let count = 0;
  const send = (ask: HeatAsk) => {
    busy = ask;
    count += 1;
    worker.postMessage({ n: count, ask });
  };
  worker.onmessage = (messageEvent: MessageEvent<{ n: number; answer: HeatAnswer }>) => {
    if (messageEvent.data.n !== count || !busy) return;
    const asked = busy;
    busy = null;
    answered(messageEvent.data.answer, asked);
    if (next) {
      const later = next;
      next = null;
      send(later);
    }
  };
  // An error leaves the bench with the steps it had without: the next asking tries again.
  worker.onerror = () => void (busy = null);
  return { ask: (ask) => (busy ? void (next = ask) : send(ask)), end: () => worker.terminate() };
}
