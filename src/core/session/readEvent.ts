import * as z from 'zod';
import { IdSchema } from '../id.ts';
import type { AnyEvent, Kind } from './event.ts';
import { PAYLOADS } from './events/payloads.ts';
import { EVENT_VERSION } from './words.ts';

const Envelope = z.object({
  id: z.uuid('An event needs an id of its own.'),
  session: IdSchema,
  at: z
    .number()
    .int()
    .min(946_684_800_000, 'The bench clock is wrong.')
    .max(4_102_444_800_000, 'The bench clock is wrong.'),
  by: z.string().trim().min(1).max(60),
  v: z.number().int().min(1),
  kind: z.string(),
  payload: z.unknown(),
});

export type ReadEvent =
  { ok: true; event: AnyEvent } | { ok: false; code: 'invalid' | 'newer'; message: string };

/**
 * Reads one event from outside. One from a newer version is told apart from a broken one, and kept.
 */
export function readEvent(raw: unknown): ReadEvent {
  const envelope = Envelope.safeParse(raw);
  if (!envelope.success) return { ok: false, code: 'invalid', message: explain(envelope.error) };
  const { kind, v: value } = envelope.data;
  if (value > EVENT_VERSION)
    return {
      ok: false,
      code: 'newer',
      message:
        `This comes from a newer bench (version ${value}; this shop knows ${EVENT_VERSION}). ` +
        'It is kept aside until the shop is updated.',
    };
  if (!Object.hasOwn(PAYLOADS, kind))
    return {
      ok: false,
      code: 'newer',
      message: `“${kind}” is not something this shop knows yet. It is kept aside until the shop is updated.`,
    };
  const payload = PAYLOADS[kind as Kind].safeParse(envelope.data.payload);
  if (!payload.success) return { ok: false, code: 'invalid', message: explain(payload.error) };
  return { ok: true, event: { ...envelope.data, kind, payload: payload.data } as AnyEvent };
}

const explain = (error: z.ZodError): string => {
  const first = error.issues[0]!;
  return `${first.path.length ? `${first.path.join('.')}: ` : ''}${first.message}`;
};
