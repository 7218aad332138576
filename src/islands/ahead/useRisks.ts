import { useEffect, useState } from 'react';
import type { Risk } from '@/core/ahead/risk.ts';
import { risksOf } from '@/core/ahead/risk.ts';
import { call } from '@/ui/api.ts';
import { oncePainted } from '@/ui/painted.ts';
import type { AheadAnswer } from '@/worker/ahead.worker.ts';
import { askedOf } from './asked.ts';
import type { Known } from './known.ts';
import { handHere } from './useHand.ts';

export interface Risks {
  /** null = not looked ahead yet */
  risks: readonly Risk[] | null;
  wrong: string;
}

/** Lays the book out in a worker, as the fortnight does; calls back with what is at risk. */
function layAndLook(known: Known, done: (risks: readonly Risk[]) => void): () => void {
  const worker = new Worker(new URL('../../worker/ahead.worker.ts', import.meta.url), {
    type: 'module',
  });
  worker.onmessage = ({ data }: MessageEvent<AheadAnswer>) => {
    if (data.is === 'enquiry' || !data.done) return;
    const nothing = data.shown.outcome.sessions === 0;
    if (data.is === 'laid' && !nothing) return;
    done(risksOf(data.shown.laid, new Map(data.is === 'limits' ? data.chances : [])));
    worker.terminate();
  };
  const hand = handHere(new Set(known.times.map(({ day }) => day)));
  worker.postMessage({ n: 1, ...askedOf(known, hand), brief: true });
  return () => worker.terminate();
}

/** Lines of the book that the fortnight, as it stands, does not safely keep. */
export function useRisks(): Risks {
  const [so, setSo] = useState<Risks>({ risks: null, wrong: '' });
  useEffect(() => {
    let left = false;
    let stop = () => {};
    const look = async () => {
      const reply = await call<Known>('GET', '/api/ahead');
      if (left) return;
      if (!reply.ok) return setSo({ risks: null, wrong: reply.message });
      stop = layAndLook(reply.value, (risks) => setSo({ risks, wrong: '' }));
    };
    oncePainted(() => void (left || look()));
    return () => {
      left = true;
      stop();
    };
  }, []);
  return so;
}
