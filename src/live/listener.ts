import pg from 'pg';
import { listenUrl } from '@/store/config.ts';
import { DEVICE_CHANNEL } from '@/store/devices.ts';
import { CHANNEL } from '@/store/log.ts';

type Hear = (seq: number) => void;
const hearers = new Map<number, Set<Hear>>();
/** Those who want to know of every reading an instrument sends. */
const listeners = new Set<(said: string) => void>();
let connecting: Promise<void> | null = null;

/**
 * One listening connection a process; when it drops it is made again and everybody is told to catch
 * up.
 */
async function listen(): Promise<void> {
  const client = new pg.Client({ connectionString: listenUrl() });
  const again = () => {
    client.removeAllListeners();
    client.on('error', () => {});
    void client.end().catch(() => {});
    connecting =
      hearers.size === 0 && listeners.size === 0
        ? null
        : new Promise<void>((resolve) => setTimeout(resolve, 500)).then(listen);
  };
  client.on('error', again);
  client.on('end', again);
  client.on('notification', (message) => {
    if (message.channel === DEVICE_CHANNEL) {
      for (const hear of listeners) hear(message.payload ?? '{}');
      return;
    }
    const { session, seq } = JSON.parse(message.payload ?? '{}') as {
      session: number;
      seq: number;
    };
    hearers.get(session)?.forEach((hear) => hear(seq));
  });
  try {
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}; LISTEN ${DEVICE_CHANNEL}`);
    // What happened while nobody was listening.
    for (const all of hearers.values()) all.forEach((hear) => hear(Infinity));
  } catch {
    again();
  }
}

/** Calls back whenever a session has moved on, in whichever process it was. Returns how to stop. */
export function onMove(session: number, hear: Hear): () => void {
  const all = hearers.get(session) ?? new Set<Hear>();
  hearers.set(session, all);
  all.add(hear);
  connecting ??= listen();
  return () => {
    all.delete(hear);
    if (all.size === 0) hearers.delete(session);
  };
}

/**
 * Calls back with every reading an instrument sends, as JSON, whichever process took it. Returns
 * how to stop.
 */
export function onDevice(hear: (said: string) => void): () => void {
  listeners.add(hear);
  connecting ??= listen();
  return () => void listeners.delete(hear);
}
