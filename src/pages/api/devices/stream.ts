import type { APIRoute } from 'astro';
import { devicesNow, onDevice } from '@/service/devices.ts';

/** Server-sent events: first every instrument as it is, then each reading as it comes. */
export const GET: APIRoute = async () => {
  let stop = () => {};
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      const write = (text: string) => controller.enqueue(encoder.encode(text));
      const unhear = onDevice((said) => write(`data: ${said}\n\n`));
      const beat = setInterval(() => write(': still here\n\n'), 20_000);
      stop = () => {
        unhear();
        clearInterval(beat);
      };
      write('retry: 1000\n\n');
      for (const d of await devicesNow()) write(`data: ${JSON.stringify(d)}\n\n`);
    },
    cancel: () => stop(),
  });
  return new Response(body, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' } });
};
