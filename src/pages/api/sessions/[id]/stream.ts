import type { APIRoute } from 'astro';
import { eventsAfter, onMove } from '@/service/sessions.ts';
import { idOf } from '../../_answer.ts';

/**
 * Server-sent events of one session from a seq on: each message is one bench event, its id the seq, so a
 * browser that loses the line takes it up again where it was.
 */
export const GET: APIRoute = async (context) => {
  const session = idOf(context);
  const from = Number(context.request.headers.get('last-event-id') ?? context.url.searchParams.get('after') ?? 0);
  let sent = Number.isSafeInteger(from) && from >= 0 ? from : 0;
  let stop = () => {};
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let busy = false;
      let again = false;
      const write = (text: string) => controller.enqueue(encoder.encode(text));
      const pump = async () => {
        if (busy) {
          again = true;
          return;
        }
        busy = true;
        try {
          do {
            again = false;
            for (const e of await eventsAfter(session, sent)) {
              write(`id: ${e.seq}\ndata: ${JSON.stringify(e)}\n\n`);
              sent = e.seq!;
            }
          } while (again);
        } catch {
          // The database is away: the listener calls again once it is back.
        } finally {
          busy = false;
        }
      };
      const unhear = onMove(session, () => void pump());
      const beat = setInterval(() => write(': still here\n\n'), 20_000);
      stop = () => {
        unhear();
        clearInterval(beat);
      };
      write('retry: 1000\n\n');
      void pump();
    },
    cancel: () => stop(),
  });
  return new Response(body, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' } });
};
