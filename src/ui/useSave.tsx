import type { ReactNode } from 'react';
import { useRef, useState } from 'react';
import type { Reply } from './api.ts';
import { call } from './api.ts';
import type { Choice } from './Changed.tsx';

/**
 * Saves only over what this page has seen. Where somebody else changed it meanwhile both are shown,
 * and a hand decides.
 * @param version what is edited here was read as; undefined for a new thing
 * @returns `asking` is to be drawn somewhere on the page
 */
export function useSave(version?: string): {
  save: <T>(method: 'POST' | 'PUT', path: string, body: unknown) => Promise<Reply<T>>;
  asking: ReactNode;
} {
  const seen = useRef(version);
  const [asking, setAsking] = useState<ReactNode>(null);
  const save = async <T,>(
    method: 'POST' | 'PUT',
    path: string,
    body: unknown,
  ): Promise<Reply<T>> => {
    for (;;) {
      const reply = await call<T & { version?: string }>(
        method,
        path,
        body,
        method === 'PUT' ? seen.current : undefined,
      );
      if (reply.ok) {
        seen.current = reply.value.version ?? seen.current;
        return reply;
      }
      const { now } = reply;
      if (!now) return reply;
      // Seldom wanted, so it comes when it is; where it cannot, the answer says what was kept.
      const later = await import('./Changed.tsx').catch(() => null);
      if (!later) return reply;
      const choice = await new Promise<Choice>((decide) =>
        setAsking(<later.Changed theirs={now.value} yours={body} decide={decide} />),
      );
      setAsking(null);
      if (choice === 'theirs') location.reload();
      if (choice !== 'mine') return reply;
      seen.current = now.version;
    }
  };
  return { save, asking };
}
