import * as z from 'zod';
import { BlockSchema, BuildKeySchema, InjectorSchema } from '../build/index.ts';
import { MouldSchema } from '../mould/index.ts';
import { CupChoiceSchema } from '../plan/input.ts';
import type { EyeStage, Fault } from './words.ts';
import { EVENT_VERSION, EYE, FAULTS } from './words.ts';

const key = z.string().min(1).max(80);
const grams = z.number().min(0).max(100_000);
const target = z.object({ kind: z.enum(['cup', 'mould', 'injector', 'block', 'room']), key });
const eye = z.enum(Object.keys(EYE) as [EyeStage, ...EyeStage[]]);
const fault = z.enum(Object.keys(FAULTS) as [Fault, ...Fault[]]);

/** Every kind of thing that happens at the bench, declared once. */
export const PAYLOADS = {
  opened: z.object({}),
  brokenOff: z.object({ why: z.string().max(200).default('') }),
  resumed: z.object({}),
  finished: z.object({}),
  woken: z.object({ cup: key }),
  charged: z.object({ cup: key, grams, from: z.enum(['fresh', 'remelt']) }),
  heated: z.object({ cup: key, seconds: z.number().positive().max(3600) }),
  stirred: z.object({ cup: key }),
  degassed: z.object({ cup: key, when: z.enum(['cold', 'before colour', 'after colour']) }),
  added: z.object({ cup: key, what: z.string().trim().min(1).max(80), amount: z.number().positive(), dimension: z.enum(['drops', 'volume', 'mass']), from: z.enum(['recipe', 'hand']).default('hand') }),
  coloured: z.object({ cup: key }),
  reading: z.object({ target, celsius: z.number().min(-40).max(400).nullable(), stage: eye.nullable(), from: z.enum(['typed', 'eye', 'device']) }),
  warmed: z.object({ target }),
  closed: z.object({ mould: key, gaps: z.array(z.enum(['left', 'right'])), closures: z.number().int().min(0), loose: z.boolean() }),
  topChecked: z.object({ mould: key, right: z.boolean() }),
  drawn: z.object({ draw: key, injector: key, job: key, barrels: z.array(z.object({ layer: key, cup: key, ml: z.number().positive() })).min(1).max(3) }),
  shot: z.object({ mould: key, job: key, draw: key, trial: z.boolean(), cavities: z.array(z.number().int()).nullable() }),
  held: z.object({ mould: key }),
  toppedOff: z.object({ mould: key, look: z.union([z.literal(1), z.literal(2)]), took: z.boolean() }),
  emptied: z.object({ injector: key, habit: z.enum(['push', 'plug']), plug: z.enum(['square', 'thin', 'cold', 'none']) }),
  mouldOpened: z.object({ mould: key }),
  cavityMarked: z.object({ shot: key, cavity: z.number().int(), grade: z.enum(['good', 'usable', 'second']), fault: fault.nullable() }),
  marked: z.object({ shot: key }),
  returned: z.object({ shot: key, to: key }),
  racked: z.object({ shot: key }),
  skipped: z.object({ step: key, target: key }),
  changed: z.discriminatedUnion('what', [
    z.object({ what: z.literal('shots'), job: key, by: z.number().int().min(-200).max(200) }),
    z.object({ what: z.literal('trials'), job: key, by: z.number().int().min(-20).max(20) }),
    z.object({ what: z.literal('mould'), job: key, id: z.number().int(), mould: MouldSchema, only: z.boolean() }),
    z.object({
      what: z.literal('colourway'),
      job: key,
      colourway: z.object({ id: z.number().int(), name: z.string() }),
      build: BuildKeySchema,
      layers: z.record(z.string(), z.number().int().nullable()),
      cups: z.array(CupChoiceSchema),
      injector: z.object({ id: z.number().int(), injector: InjectorSchema }),
      block: z.object({ id: z.number().int(), block: BlockSchema }).nullable(),
    }),
  ]),
  trouble: z.object({ about: z.string().max(80), what: z.string().trim().min(1).max(300) }),
  undone: z.object({ event: z.uuid() }),
} as const;

export type Kind = keyof typeof PAYLOADS;
export type Payload<K extends Kind> = z.infer<(typeof PAYLOADS)[K]>;

export interface BenchEvent<K extends Kind = Kind> {
  /** made by the client: the same act sent twice is one event */
  id: string;
  session: number;
  /** given by the server; absent while it is still on its way */
  seq?: number;
  /** bench clock, ms since 1970 */
  at: number;
  /** bench or device it came from */
  by: string;
  v: number;
  kind: K;
  payload: Payload<K>;
}

export type AnyEvent = { [K in Kind]: BenchEvent<K> }[Kind];

const Envelope = z.object({
  id: z.uuid('An event needs an id of its own.'),
  session: z.number().int().positive(),
  at: z.number().int().min(946_684_800_000, 'The bench clock is wrong.').max(4_102_444_800_000, 'The bench clock is wrong.'),
  by: z.string().trim().min(1).max(60),
  v: z.number().int().min(1),
  kind: z.string(),
  payload: z.unknown(),
});

export type ReadEvent =
  | { ok: true; event: AnyEvent }
  | { ok: false; code: 'invalid' | 'newer'; message: string };

/** Reads one event from outside. One from a newer version is told apart from a broken one, and kept. */
export function readEvent(raw: unknown): ReadEvent {
  const envelope = Envelope.safeParse(raw);
  if (!envelope.success) return { ok: false, code: 'invalid', message: explain(envelope.error) };
  const { kind, v } = envelope.data;
  if (v > EVENT_VERSION) return { ok: false, code: 'newer', message: `This comes from a newer bench (version ${v}; this shop knows ${EVENT_VERSION}). It is kept aside until the shop is updated.` };
  if (!Object.hasOwn(PAYLOADS, kind)) return { ok: false, code: 'newer', message: `“${kind}” is not something this shop knows yet. It is kept aside until the shop is updated.` };
  const payload = PAYLOADS[kind as Kind].safeParse(envelope.data.payload);
  if (!payload.success) return { ok: false, code: 'invalid', message: explain(payload.error) };
  return { ok: true, event: { ...envelope.data, kind, payload: payload.data } as AnyEvent };
}

const explain = (error: z.ZodError): string => {
  const first = error.issues[0]!;
  return `${first.path.length ? `${first.path.join('.')}: ` : ''}${first.message}`;
};
