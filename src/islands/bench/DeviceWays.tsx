import { useState } from 'react';
import { SIGNALS, type SignalKey } from '@/core/session/index.ts';
import { Tick } from '@/ui/Tick.tsx';
import { keepWays, signal, WAYS, type Way, waysHere } from './signals.ts';

/** What this device makes heard, felt and seen; each signal can be tried. */
export function DeviceWays() {
  const [ways, setWays] = useState(waysHere);
  const put = (way: Way, on: boolean) => {
    const next = { ...ways, [way]: on };
    keepWays(next);
    setWays(next);
  };
  return (
    <section className="mt-4 border-t border-ink pt-3" aria-label="On this device">
      <h3 className="font-bold">On this device</h3>
      <div className="flex flex-wrap gap-x-6">
        {(Object.keys(WAYS) as Way[]).map((way) => (
          <Tick key={way} on={ways[way]} says={WAYS[way].name} set={(on) => put(way, on)} />
        ))}
      </div>
      <div className="flex flex-wrap gap-2" role="group" aria-label="Try a signal">
        {(Object.keys(SIGNALS) as SignalKey[]).map((kind) => (
          <button
            key={kind}
            type="button"
            className="act"
            onClick={() => signal(kind, { ...ways, sound: true, buzz: true })}
          >
            {SIGNALS[kind].name}
          </button>
        ))}
      </div>
    </section>
  );
}
