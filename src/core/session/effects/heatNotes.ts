import type * as z from 'zod';
import { mixBounds, ROOM_MAY } from '../doubt.ts';
import type { EventKind, EventOf } from '../events/kind.ts';
import type { SessionState } from '../state.ts';
import { roomOf } from './mouldLoss.ts';

/**
 * Writes down what an event says of heat, once it has had its effect: itself, and every cup whose
 * content it changed.
 */
export function noteHeat(
  state: SessionState,
  event: EventOf<unknown>,
  { heat, brings }: Pick<EventKind<z.ZodType<unknown>>, 'heat' | 'brings'>,
): void {
  const note = heat(state, event);
  if (note) state.heat.push(note);
  for (const cup of state.cups.values()) {
    if (Math.abs(cup.grams - cup.notedG) < 1e-9) continue;
    const more = cup.grams - cup.notedG;
    const came =
      typeof brings.celsius === 'function' ? brings.celsius(state, event.payload) : brings.celsius;
    const from = more > 0 ? brings.from(state, event.payload) : undefined;
    state.heat.push({
      id: `${event.id}/${cup.key}`,
      at: event.at,
      kind: 'mass',
      cup: cup.key,
      vessel: cup.vessel,
      grams: cup.grams,
      added:
        more > 0
          ? {
              grams: more,
              celsius: came ?? { mean: roomOf(state), sd: 3 },
              ...(from ? { from } : {}),
            }
          : null,
    });
    // What comes back may be as hot as any of it ever was; what is fresh is as the room.
    if (more > 0)
      mixBounds(cup, event.at, {
        added: more,
        low: roomOf(state) - ROOM_MAY.under,
        high: came
          ? Math.max(cup.bounds?.high.plastic ?? 0, cup.limits.ceiling)
          : roomOf(state) + ROOM_MAY.over,
      });
    cup.notedG = cup.grams;
  }
}
