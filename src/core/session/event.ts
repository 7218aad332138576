import type * as z from 'zod';
import type { Kind } from './events/index.ts';
import type { EventOf } from './events/kind.ts';
import type { PAYLOADS } from './events/payloads.ts';

export type { Kind } from './events/index.ts';
export type Payload<K extends Kind> = z.infer<(typeof PAYLOADS)[K]>;
export type BenchEvent<K extends Kind = Kind> = EventOf<Payload<K>> & { kind: K };

export type AnyEvent = { [K in Kind]: BenchEvent<K> }[Kind];
