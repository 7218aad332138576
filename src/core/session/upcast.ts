import { asBuild } from '../build/index.ts';
import { MouldSchema } from '../mould/index.ts';
import { CupChoiceSchema } from '../plan/index.ts';
import type { AnyEvent } from './event.ts';

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
