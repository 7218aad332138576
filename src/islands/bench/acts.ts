import type { DBSchema, IDBPDatabase } from 'idb';
import type { AnyEvent } from '@/core/session/index.ts';
import { shopKey } from '@/ui/shopKey.ts';

/** One act as this device keeps it: what the shop said of it, or that it has not yet. */
export interface KeptAct {
  id: string;
  session: number;
  /** order in which this device came to know of it */
  n: number;
  event: AnyEvent;
  outcome: 'waiting' | 'stored' | 'refused';
  why?: string;
}
interface Schema extends DBSchema {
  acts: { key: string; value: KeptAct; indexes: { session: number } };
}

/** Acts older than this are let go: their session is long in the shop's log, ms. */
const KEPT_FOR = 30 * 86_400_000;

async function openActs(): Promise<IDBPDatabase<Schema>> {
  // Comes when the bench stands: it can be touched before anything of it is kept.
  const { openDB } = await import('idb');
  return openDB<Schema>(`twin-shot${shopKey()}`, 1, {
    upgrade: (db) =>
      void db.createObjectStore('acts', { keyPath: 'id' }).createIndex('session', 'session'),
  });
}

let opened: Promise<IDBPDatabase<Schema> | null> | undefined;
/**
 * Null where a browser keeps nothing: the bench works on, and loses on a reload what the shop has
 * not.
 */
function store(): Promise<IDBPDatabase<Schema> | null> {
  // Asked again at the next act: its script may only have been out of reach.
  opened ??= openActs().catch(() => {
    opened = undefined;
    return null;
  });
  return opened;
}

let last = 0;
const next = (): number => (last = Math.max(last + 1, Date.now() * 1000));

/**
 * Keeps acts, each a record of its own: two tabs never write over each other's.
 * @returns whether they are kept: a private window keeps nothing, and a device may be full
 */
export async function keepActs(
  events: readonly AnyEvent[],
  outcome: KeptAct['outcome'],
  why?: string,
): Promise<boolean> {
  if (events.length === 0) return true;
  const db = await store();
  if (!db) return false;
  try {
    await keepIn(db, events, { outcome, why });
    return true;
  } catch {
    return false;
  }
}

/** Writes acts in one go, all of them or none. @throws DOMException where the device is full */
async function keepIn(
  db: IDBPDatabase<Schema>,
  events: readonly AnyEvent[],
  { outcome, why }: Pick<KeptAct, 'outcome' | 'why'>,
): Promise<void> {
  const change = db.transaction('acts', 'readwrite');
  // What ends it is thrown by the act that did.
  void change.done.catch(() => undefined);
  for (const event of events) {
    const before = await change.store.get(event.id);
    // What the shop has once stored stays so, whoever tells of it later.
    if (before?.outcome === 'stored' && outcome !== 'stored') continue;
    await change.store.put({
      id: event.id,
      session: event.session,
      n: before?.n ?? next(),
      event,
      outcome,
      ...(why !== undefined && { why }),
    });
  }
  await change.done;
}

/** Acts written in one go: a press is answered between two of them. */
const IN_ONE_GO = 25;
/** ms between two goes. */
const PAUSE = 40;

/**
 * Keeps many acts the shop has, a few at a time: a bench is in use meanwhile.
 * @param kept what this device knows of them
 */
export async function keepStored(
  events: readonly AnyEvent[],
  kept: readonly KeptAct[],
): Promise<void> {
  const before = new Map(kept.map((act) => [act.id, act]));
  const fresh = events.filter(({ id }) => before.get(id)?.outcome !== 'stored');
  const db = await store();
  for (let from = 0; db && from < fresh.length; from += IN_ONE_GO) {
    await new Promise((resolve) => setTimeout(resolve, PAUSE));
    const change = db.transaction('acts', 'readwrite');
    for (const event of fresh.slice(from, from + IN_ONE_GO)) {
      const { id, session } = event;
      const nth = before.get(id)?.n ?? next();
      void change.store.put({ id, session, n: nth, event, outcome: 'stored' }).catch(() => {});
    }
    const isKept = await change.done.then(
      () => true,
      () => false,
    );
    // On a full device they are kept by the shop alone.
    if (!isKept) return;
  }
}

/** Lets go of an act that was refused and has been seen. */
export async function dropAct(id: string): Promise<void> {
  await (await store())?.delete('acts', id);
}

/** One act as this device keeps it. */
export const actOf = async (id: string): Promise<KeptAct | undefined> =>
  (await store())?.get('acts', id);

/** Everything this device knows of a session, in the order it came to know of it. */
export async function actsOf(session: number): Promise<KeptAct[]> {
  const db = await store();
  if (!db) return [];
  const all = await db.getAllFromIndex('acts', 'session', session);
  const old = all.filter((act) => Date.now() - act.event.at > KEPT_FOR);
  for (const { id } of old) await db.delete('acts', id);
  return all
    .filter((act) => !old.includes(act))
    .sort(
      (one, other) =>
        (one.event.seq ?? Infinity) - (other.event.seq ?? Infinity) || one.n - other.n,
    );
}
