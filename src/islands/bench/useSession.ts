import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v4, v5 } from 'uuid';
import type { AnyEvent, Send, SessionState, Snapshot } from '@/core/session/index.ts';
import { EVENT_VERSION, folder, identityOf, lastPress } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';
import { listen } from '@/ui/live.ts';
import { onceDrawn } from '@/ui/painted.ts';
import { pressedAt } from './pressedAt.ts';
import { actOf, actsOf, dropAct, keepActs } from './acts.ts';
import { actingHere, benchName, sendWaiting } from './outbox.ts';
import { asToday, type Refused, useKept } from './useKept.ts';

/** Namespace of acts: two benches that mean the same act make the same id. */
const ACTS = '2f5a7c1e-88b4-4f0d-9d35-0b6a3c9d1e42';
/** ms after which a shop that did not answer is asked again. */
const AGAIN = 1000;
/**
 * ms after which one that would not have it from here is: somebody may have signed in meanwhile.
 */
const ALLOWED_AGAIN = 10_000;

const NONE: ReadonlySet<string> = new Set();

export interface Session {
  state: SessionState;
  act: (send: Send) => void;
  undo: () => void;
  canUndo: boolean;
  /** events not yet confirmed by the shop */
  waiting: number;
  /** those of them that only this page has: its device did not keep them */
  alone: number;
  away: boolean;
  /** why the shop takes nothing from here, where it answers that */
  mayNot: string | null;
  refused: Refused[];
  /** lets go of a refused act, or sends it once more */
  answer: (id: string, how: 'seen' | 'again') => void;
}

/** An act the shop tells of; one of this bench's own by its id and its place in the log alone. */
type Told = AnyEvent | Required<Pick<AnyEvent, 'session' | 'id' | 'seq'>>;

/**
 * An act the shop tells of, whole: one of this bench's own as it waits here, or as another tab kept
 * it; where neither has it, as the shop has it.
 */
async function wholeOf(told: Told, outbox: readonly AnyEvent[]): Promise<AnyEvent[]> {
  if ('kind' in told) return [told];
  const { session, id, seq } = told;
  const own = outbox.find((event) => event.id === id) ?? (await actOf(id))?.event;
  if (own) return [{ ...own, seq }];
  const reply = await call<{ events: AnyEvent[] }>('GET', `/api/sessions/${session}`);
  return reply.ok ? reply.value.events : [];
}

/** The session as this bench sees it: what the shop confirmed, and at once what was done here. */
export function useSession(id: number, snapshot: Snapshot, initial: AnyEvent[]): Session {
  const [confirmed, setConfirmed] = useState(initial);
  const [waiting, setWaiting] = useState<AnyEvent[]>([]);
  const [away, setAway] = useState(false);
  const [mayNot, setMayNot] = useState<string | null>(null);
  const [refused, setRefused] = useState<Refused[]>([]);
  const [unkept, setUnkept] = useState<ReadonlySet<string>>(NONE);
  const outbox = useRef<AnyEvent[]>([]);
  const sending = useRef(false);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);

  const change = useCallback((events: AnyEvent[]) => {
    if (events.length === 0 && outbox.current.length === 0) return;
    outbox.current = events;
    setWaiting(events);
  }, []);

  const [known] = useState(() => new Set(initial.map((event) => event.id)));
  const take = useCallback(
    (events: AnyEvent[]) => {
      const fresh = events.filter((event) => !known.has(event.id));
      if (fresh.length === 0) return;
      for (const event of fresh) known.add(event.id);
      void keepActs(fresh, 'stored');
      setConfirmed((held) => [...held, ...fresh]);
    },
    [known],
  );

  const flush = useCallback(async () => {
    if (sending.current || outbox.current.length === 0) return;
    sending.current = true;
    clearTimeout(later.current);
    const batch = outbox.current;
    const reply = await sendWaiting(id, batch);
    sending.current = false;
    setAway(reply === null);
    setMayNot(typeof reply === 'string' ? reply : null);
    if (reply === null || typeof reply === 'string') {
      later.current = setTimeout(() => void flush(), reply === null ? AGAIN : ALLOWED_AGAIN);
      return;
    }
    const seqs = new Map(reply.accepted.map((event) => [event.id, event.seq]));
    take(
      batch.flatMap((event) =>
        seqs.has(event.id) ? [{ ...event, seq: seqs.get(event.id)! }] : [],
      ),
    );
    const unwanted = reply.refused.flatMap((other) =>
      other.id === null ? [] : [{ id: other.id, why: other.message }],
    );
    for (const { id: one, why } of unwanted)
      void keepActs(
        batch.filter((event) => event.id === one),
        'refused',
        why,
      );
    if (unwanted.length > 0) setRefused((held) => [...held, ...unwanted]);
    const answered = new Set([...seqs.keys(), ...unwanted.map((other) => other.id)]);
    change(outbox.current.filter((event) => !answered.has(event.id)));
    if (outbox.current.length > 0) void flush();
  }, [id, take, change]);

  const begin = useCallback(
    (events: AnyEvent[], unwanted: Refused[]) => {
      const here = new Set(outbox.current.map((event) => event.id));
      change([...events.filter((event) => !here.has(event.id)), ...outbox.current]);
      setRefused(unwanted);
      void flush();
    },
    [change, flush],
  );
  useKept(id, initial, begin);
  useEffect(() => {
    const again = () => void flush();
    // Left at once after an act, it goes with the page: it waits neither for its picture nor for the
    // answer to those before it. What comes twice is stored once.
    const left = () => {
      if (outbox.current.length > 0) void sendWaiting(id, outbox.current);
    };
    addEventListener('online', again);
    addEventListener('pagehide', left);
    return () => {
      removeEventListener('online', again);
      removeEventListener('pagehide', left);
    };
  }, [id, flush]);

  const last = initial.at(-1)?.seq ?? 0;
  useEffect(
    () =>
      listen({ session: id, after: last, bench: benchName() }, (told) => {
        // Who hears the shop knows that it answers.
        setAway(false);
        if (known.has((told as Told).id)) return;
        void wholeOf(told as Told, outbox.current).then((events) => {
          take(events);
          const come = new Set(events.map((event) => event.id));
          if (outbox.current.some((other) => come.has(other.id)))
            change(outbox.current.filter((other) => !come.has(other.id)));
        });
      }),
    [id, last, known, take, change],
  );

  const folding = useMemo(() => folder(snapshot), [snapshot]);
  const state = useMemo(() => folding([...confirmed, ...waiting]), [folding, confirmed, waiting]);

  const put = useCallback(
    (what: Send, identity: string | null) => {
      const event = {
        id: identity ? v5(`${id}/${identity}`, ACTS) : v4(),
        session: id,
        at: pressedAt(),
        by: actingHere(),
        v: EVENT_VERSION,
        ...what,
      } as AnyEvent;
      void keepActs([event], 'waiting').then(
        (isKept) => isKept || setUnkept((held) => new Set([...held, event.id])),
      );
      change([...outbox.current, event]);
      // Kept at once; sent, with all of its press, when its answer is on the screen.
      onceDrawn(() => void flush());
    },
    [id, change, flush],
  );

  const answer = useCallback(
    (one: string, how: 'seen' | 'again') => {
      setRefused((held) => held.filter((refused) => refused.id !== one));
      void (async () => {
        const act = how === 'again' ? (await actsOf(id)).find((act) => act.id === one) : undefined;
        if (!act) return dropAct(one);
        const { read, unread } = await asToday([act.event]);
        if (unread.length > 0) return setRefused((held) => [...held, ...unread]);
        await keepActs([act.event], 'waiting');
        change([...outbox.current, ...read]);
        await flush();
      })();
    },
    [id, change, flush],
  );

  const alone = waiting.filter((event) => unkept.has(event.id)).length;
  useEffect(() => {
    if (alone === 0) return;
    const ask = (leaving: BeforeUnloadEvent) => leaving.preventDefault();
    addEventListener('beforeunload', ask);
    return () => removeEventListener('beforeunload', ask);
  }, [alone]);

  return {
    state,
    act: useCallback((what: Send) => put(what, identityOf(state, what)), [put, state]),
    undo: useCallback(() => {
      for (const one of lastPress(state))
        put({ kind: 'undone', payload: { event: one.id } }, `undone:${one.id}:${state.undone}`);
    }, [put, state]),
    canUndo: lastPress(state).length > 0 && state.phase.is !== 'finished',
    waiting: waiting.length,
    alone,
    away,
    mayNot,
    refused,
    answer,
  };
}
