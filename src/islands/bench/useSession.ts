import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v4, v5 } from 'uuid';
import type { AnyEvent, Send, SessionState, Snapshot } from '@/core/session/index.ts';
import { EVENT_VERSION, fold, identityOf, lastUndoable } from '@/core/session/index.ts';
import { listen } from '@/ui/live.ts';
import { benchName, keep, kept, sendWaiting } from './outbox.ts';

/** Namespace of acts: two benches that mean the same act make the same id. */
const ACTS = '2f5a7c1e-88b4-4f0d-9d35-0b6a3c9d1e42';

export interface Session {
  state: SessionState;
  act: (send: Send) => void;
  undo: () => void;
  canUndo: boolean;
  /** events not yet confirmed by the shop */
  waiting: number;
  away: boolean;
  refused: string[];
  dismiss: () => void;
}

/** The session as this bench sees it: what the shop confirmed, and at once what was done here. */
export function useSession(id: number, snapshot: Snapshot, initial: AnyEvent[]): Session {
  const [confirmed, setConfirmed] = useState(initial);
  const [waiting, setWaiting] = useState<AnyEvent[]>([]);
  const [away, setAway] = useState(false);
  const [refused, setRefused] = useState<string[]>([]);
  const outbox = useRef<AnyEvent[]>([]);
  const sending = useRef(false);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);

  const change = useCallback((events: AnyEvent[]) => {
    outbox.current = events;
    keep(id, events);
    setWaiting(events);
  }, [id]);

  const take = useCallback((events: AnyEvent[]) => {
    setConfirmed((held) => {
      const known = new Set(held.map((e) => e.id));
      const fresh = events.filter((e) => !known.has(e.id));
      return fresh.length ? [...held, ...fresh] : held;
    });
  }, []);

  const flush = useCallback(async () => {
    if (sending.current || outbox.current.length === 0) return;
    sending.current = true;
    clearTimeout(later.current);
    const batch = outbox.current;
    const reply = await sendWaiting(id, batch);
    sending.current = false;
    setAway(reply === null);
    if (reply === null) {
      later.current = setTimeout(() => void flush(), 1000);
      return;
    }
    const seqs = new Map(reply.accepted.map((a) => [a.id, a.seq]));
    take(batch.flatMap((e) => (seqs.has(e.id) ? [{ ...e, seq: seqs.get(e.id)! }] : [])));
    const answered = new Set([...seqs.keys(), ...reply.refused.map((r) => r.id)]);
    if (reply.refused.length > 0) setRefused((r) => [...r, ...reply.refused.map((x) => x.message)]);
    change(outbox.current.filter((e) => !answered.has(e.id)));
    if (outbox.current.length > 0) void flush();
  }, [id, take, change]);

  useEffect(() => {
    change(kept(id));
    void flush();
    const again = () => void flush();
    addEventListener('online', again);
    return () => removeEventListener('online', again);
  }, [id, flush, change]);

  const last = initial.at(-1)?.seq ?? 0;
  useEffect(
    () =>
      listen({ session: id, after: last }, (told) => {
        const e = told as AnyEvent;
        take([e]);
        if (outbox.current.some((x) => x.id === e.id)) change(outbox.current.filter((x) => x.id !== e.id));
      }),
    [id, last, take, change],
  );

  const state = useMemo(() => {
    const known = new Set(confirmed.map((e) => e.id));
    return fold(snapshot, [...confirmed, ...waiting.filter((e) => !known.has(e.id))]);
  }, [snapshot, confirmed, waiting]);

  const put = useCallback((what: Send, identity: string | null) => {
    const e = { id: identity ? v5(`${id}/${identity}`, ACTS) : v4(), session: id, at: Date.now(), by: benchName(), v: EVENT_VERSION, ...what } as AnyEvent;
    change([...outbox.current, e]);
    void flush();
  }, [id, change, flush]);

  return {
    state,
    act: useCallback((what: Send) => put(what, identityOf(state, what)), [put, state]),
    undo: useCallback(() => {
      const one = lastUndoable(state);
      if (one) put({ kind: 'undone', payload: { event: one.id } }, `undone:${one.id}:${state.undone}`);
    }, [put, state]),
    canUndo: lastUndoable(state) !== null && state.status !== 'finished',
    waiting: waiting.length,
    away,
    refused,
    dismiss: () => setRefused([]),
  };
}
