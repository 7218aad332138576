import * as z from 'zod';
import { IdSchema } from '../id.ts';
import { asBuild } from '../build/index.ts';
import { MouldSchema } from '../mould/index.ts';
import { CupChoiceSchema } from '../plan/index.ts';
import { EVENT_VERSION } from './words.ts';
import { EVENTS, type Kind } from './events/index.ts';
import type { EventOf } from './events/kind.ts';

export type { Kind } from './events/index.ts';
export type Payload<K extends Kind> = z.infer<(typeof EVENTS)[K]['payload']>;
export type BenchEvent<K extends Kind = Kind> = EventOf<Payload<K>> & { kind: K };

export type AnyEvent = { [K in Kind]: BenchEvent<K> }[Kind];

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
  if (!Object.hasOwn(EVENTS, kind))
    return {
      ok: false,
      code: 'newer',
      message: `“${kind}” is not something this shop knows yet. It is kept aside until the shop is updated.`,
    };
  const payload = EVENTS[kind as Kind].payload.safeParse(envelope.data.payload);
  if (!payload.success) return { ok: false, code: 'invalid', message: explain(payload.error) };
  return { ok: true, event: { ...envelope.data, kind, payload: payload.data } as AnyEvent };
}

/**
 * An event as it lies in the log, brought to today's form: the first slice wrote only a build's
 * name, version 2 knew a cup by its mix.
 */
export function upcast(event: AnyEvent): AnyEvent {
  if (event.kind !== 'changed') return event;
  if (event.payload.what === 'colourway') {
    const { build, cups } = event.payload;
    return {
      ...event,
      payload: {
        ...event.payload,
        build: asBuild(build),
        cups: cups.map((cup) => CupChoiceSchema.parse(cup)),
      },
    };
  }
  return event.payload.what === 'mould'
    ? { ...event, payload: { ...event.payload, mould: MouldSchema.parse(event.payload.mould) } }
    : event;
}

const explain = (error: z.ZodError): string => {
  const first = error.issues[0]!;
  return `${first.path.length ? `${first.path.join('.')}: ` : ''}${first.message}`;
};
