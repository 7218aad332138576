import type { Verdict } from '../bounds.ts';
import { mixBounds, ROOM_MAY } from '../doubt.ts';
import type { Kind, AnyEvent } from '../event.ts';
import { type HeatNote, READING_SD } from '../heatNotes.ts';
import type { SessionState } from '../state.ts';
import { EYE } from '../words.ts';
import { roomOf } from './loss.ts';

/**
 * How hot what goes into a cup is, by the act that puts it there, °C; the room where it is not
 * named (judgements).
 */
const ADDED: Partial<Record<Kind, { mean: number; sd: number }>> = {
  returned: { mean: 45, sd: 12 },
  emptied: { mean: 140, sd: 12 },
};
const verdictOf = (state: SessionState, cup: string): Verdict =>
  state.cups.get(cup)?.verdict ?? 'taken';
/** Notes that are the event itself. */
function noteOf(state: SessionState, event: AnyEvent): HeatNote | null {
  // Written out, not spread: a log is folded at every opening, and spreading was half of it.
  const { id, at } = event;
  switch (event.kind) {
    case 'heated': {
      const { cup, together, oven, level, seconds, begun } = event.payload;
      return {
        id,
        at,
        kind: 'burst',
        cups: [cup, ...(together ?? [])],
        oven: oven ?? state.oven.id,
        level: level ?? state.oven.level,
        seconds,
        ended: !begun,
      };
    }
    case 'drawn':
      return {
        id,
        at,
        kind: 'drawn',
        draw: event.payload.draw,
        cups: event.payload.barrels.map((barrel) => barrel.cup),
      };
    case 'stirred':
      return { id, at, kind: 'out', cup: event.payload.cup };
    case 'reading': {
      const { target, celsius, stage, from } = event.payload;
      if (target.kind === 'room' && celsius !== null) return { id, at, kind: 'room', celsius };
      if (target.kind !== 'cup') return null;
      if (celsius !== null)
        return {
          id,
          at,
          kind: 'reading',
          cup: target.key,
          celsius,
          sd: READING_SD[from === 'device' ? 'device' : 'typed'],
          eye: false,
          device: from === 'device',
          verdict: verdictOf(state, target.key),
        };
      if (!stage) return null;
      const { low, high } = EYE[stage];
      // An even chance anywhere in the stage's interval.
      return {
        id,
        at,
        kind: 'reading',
        cup: target.key,
        celsius: (low + high) / 2,
        sd: (high - low) / Math.sqrt(12),
        eye: true,
        device: false,
        verdict: verdictOf(state, target.key),
      };
    }
    case 'resumed':
      return { id, at, kind: 'cold', room: roomOf(state) };
    default:
      return null;
  }
}
/** Draws that what goes back into a cup was drawn in; what is fresh comes from none. */
function comesFrom(state: SessionState, event: AnyEvent): string[] | 'remelt' | undefined {
  if (event.kind === 'charged') return event.payload.from === 'remelt' ? 'remelt' : undefined;
  if (event.kind === 'returned')
    return [...new Set(state.shots.get(event.payload.shot)?.cavities.values() ?? [])];
  if (event.kind !== 'emptied') return [];
  const last = [...state.draws.values()].findLast(
    (draw) => draw.injector === event.payload.injector,
  );
  return last ? [last.id] : [];
}
/**
 * Writes down what an event says of heat, once it has had its effect: itself, and every cup whose
 * content it changed.
 */

export function noteHeat(state: SessionState, event: AnyEvent): void {
  const note = noteOf(state, event);
  if (note) state.heat.push(note);
  for (const cup of state.cups.values()) {
    if (Math.abs(cup.grams - cup.notedG) < 1e-9) continue;
    const more = cup.grams - cup.notedG;
    const came = ADDED[event.kind];
    const from = more > 0 ? comesFrom(state, event) : undefined;
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
      mixBounds(
        cup,
        event.at,
        more,
        roomOf(state) - ROOM_MAY.under,
        came
          ? Math.max(cup.bounds?.high.plastic ?? 0, cup.limits.ceiling)
          : roomOf(state) + ROOM_MAY.over,
      );
    cup.notedG = cup.grams;
  }
}
