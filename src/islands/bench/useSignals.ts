import { useEffect, useRef, useState } from 'react';
import type { Moment, SaidStep, SessionState } from '@/core/session/index.ts';
import { moments } from '@/core/session/index.ts';
import { signal, waysHere } from './signals.ts';

/** ms after its time in which a moment is still signalled: a page opened later says nothing of it. */
const LATE = 5000;
/** ms a moment stays seen. */
const SEEN = 4000;

/** Makes moments heard and felt as they come, each once; answers with the one that is to be seen. */
export function useSignals(state: SessionState, step: SaidStep | null, now: number): Moment | null {
  const given = useRef(new Set<string>());
  const [seen, setSeen] = useState<Moment | null>(null);
  useEffect(() => {
    const due = moments(state, step).filter(
      ({ id, at }) => at <= now && now - at < LATE && !given.current.has(id),
    );
    if (due.length === 0) return;
    const ways = waysHere();
    for (const { id, kind } of due) {
      given.current.add(id);
      signal(kind, ways);
    }
    if (ways.flash) setSeen(due.at(-1)!);
  }, [state, step, now]);
  return seen && now - seen.at < LATE + SEEN ? seen : null;
}

/** The screen stays on while a session runs, where the device can and wants that. */
export function useAwake(running: boolean): void {
  useEffect(() => {
    if (!running || !waysHere().awake || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    const take = () => {
      // A page that is not seen has none; it is asked for again when it is.
      if (document.visibilityState === 'visible')
        void navigator.wakeLock.request('screen').then(
          (held) => (lock = held),
          () => undefined,
        );
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [running]);
}
