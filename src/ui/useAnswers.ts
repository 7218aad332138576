import { useCallback, useEffect, useRef, useState } from 'react';

/**
 * A worker for as long as its screen stands: what is asked goes to it with a number, and only the
 * answer to the newest asking counts.
 * @param make makes the worker; a bundler wants its address written out where it is made
 */
export function useAnswers<Ask extends object, Answer extends { n: number }>(
  make: () => Worker,
): {
  answer: Answer | null;
  ask: (what: Omit<Ask, 'n'>) => void;
  forget: () => void;
  stop: () => void;
} {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  const maker = useRef(make);
  const begin = useCallback(() => {
    const made = maker.current();
    made.onmessage = (messageEvent: MessageEvent<Answer>) =>
      messageEvent.data.n === asked.current && setAnswer(messageEvent.data);
    worker.current = made;
  }, []);
  useEffect(() => {
    begin();
    return () => worker.current?.terminate();
  }, [begin]);
  const ask = useCallback((what: Omit<Ask, 'n'>) => {
    asked.current += 1;
    worker.current?.postMessage({ n: asked.current, ...what });
  }, []);
  const forget = useCallback(() => {
    asked.current += 1;
    setAnswer(null);
  }, []);
  /** What is being worked out is left; what was answered stays. */
  const stop = useCallback(() => {
    worker.current?.terminate();
    begin();
  }, [begin]);
  return { answer, ask, forget, stop };
}
