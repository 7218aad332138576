import type { APIRoute } from 'astro';
import { devicesNow, onDevice } from '@/service/devices.ts';
import { eventsAfter, onMove } from '@/service/sessions.ts';
import { problemReply } from './_answer.ts';

/** Sessions one stream follows at most. */
const MOST = 20;
const WANTED = /^(\d{1,9}):(\d{1,9})$/;

type Write = (event: string, data: unknown, id?: string) => void;

/** Whether an act was done at a bench: the log has its hand before the bench's name, where one said so. */
const doneAt = (bench: string | null, by: string): boolean =>
  bench !== null && (by === bench || by.endsWith(`, ${bench}`));

/**
 * Writes a session's acts from a seq on, as they come; answers with how to stop.
 * @param bench the one that listens: of its own acts it is told the place they have in the log
 */
function follow(session: number, after: number, bench: string | null, write: Write): () => void {
  let sent = after;
  let busy = false;
  let again = false;
  const pump = async () => {
    again = busy;
    if (busy) return;
    busy = true;
    try {
      do {
        again = false;
        for (const event of await eventsAfter(session, sent)) {
          const { id, seq, by } = event;
          const told = doneAt(bench, by) ? { session, id, seq } : event;
          write('act', told, `${session}:${seq}`);
          sent = seq!;
        }
      } while (again);
    } catch {
      // The database is away: the listener calls again once it is back.
    } finally {
      busy = false;
    }
  };
  const unhear = onMove(session, () => void pump());
  void pump();
  return unhear;
}

/** Writes every instrument as it is, then each reading as it comes; answers with how to stop. */
function followDevices(write: Write): () => void {
  const unhear = onDevice((said) => write('device', JSON.parse(said)));
  void devicesNow()
    .then((all) => all.forEach((entry) => write('device', { ...entry, moved: false })))
    .catch(() => {});
  return unhear;
}

/**
 * The one stream a browser keeps open, of everything its tabs look at (server-sent events):
 * `?session=12:40&session=7:0` for acts of sessions from a seq on, `&devices` for instruments,
 * `&bench=` for who listens and has its own acts already. A line that is lost is taken up again
 * where it was.
 */
export const GET: APIRoute = ({ url, request }) => {
  const wanted = new Map<number, number>();
  for (const one of url.searchParams.getAll('session')) {
    const read = WANTED.exec(one);
    if (!read)
      return problemReply({
        status: 400,
        code: 'invalid',
        message: 'A session is followed as its number, a colon, and the last act that is known.',
      });
    wanted.set(Number(read[1]), Number(read[2]));
  }
  if (wanted.size > MOST)
    return problemReply({
      status: 422,
      code: 'too-many',
      message: `At most ${MOST} sessions at a time.`,
    });
  const last = WANTED.exec(request.headers.get('last-event-id') ?? '');
  if (last && wanted.has(Number(last[1])))
    wanted.set(Number(last[1]), Math.max(wanted.get(Number(last[1]))!, Number(last[2])));

  let stop = () => {};
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const put = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          // Whoever listened is gone.
          stop();
        }
      };
      const write: Write = (event, data, id) =>
        put(`${id ? `id: ${id}\n` : ''}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
      put('retry: 1000\n\n');
      const beat = setInterval(() => put(': still here\n\n'), 20_000);
      const bench = url.searchParams.get('bench');
      const all = [...wanted].map(([session, after]) => follow(session, after, bench, write));
      if (url.searchParams.has('devices')) all.push(followDevices(write));
      stop = () => {
        clearInterval(beat);
        all.splice(0).forEach((end) => end());
      };
    },
    cancel: () => stop(),
  });
  return new Response(body, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    },
  });
};
