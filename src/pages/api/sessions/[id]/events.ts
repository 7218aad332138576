import type { APIRoute } from 'astro';
import * as z from 'zod';
import { append } from '@/service/append.ts';
import { learnDue } from '@/service/learn.ts';
import { ok } from '@/service/result.ts';
import { eventsAfter } from '@/service/sessions.ts';
import { idFrom } from '@/ui/id.ts';
import { answer, idOf, readBody } from '../../_answer.ts';

export const GET: APIRoute = async (context) => {
  return answer(
    ok(await eventsAfter(idOf(context), idFrom(context.url.searchParams.get('after')))),
  );
};

/** Appends events; each is answered for by itself, so a bench can send all it has. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.object({ events: z.array(z.unknown()).max(500) }));
  if (!body.ok) return body.reply;
  const done = await append(idOf(context), body.value.events);
  // Learning goes on after the answer: the bench does not wait for it, and what fails is due again.
  if (
    done.ok &&
    body.value.events.some((event) => (event as { kind?: unknown } | null)?.kind === 'finished')
  )
    void learnDue().catch(() => {});
  return answer(done);
};
