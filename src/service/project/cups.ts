import type { BenchEvent, SessionState } from '@/core/session/index.ts';
import { dropCups, putCups } from '@/store/mixes.ts';

/** Ids of the cups that a change put on the bench, or would have. */
const taken = ({ payload }: BenchEvent<'changed'>): string[] =>
  'cups' in payload ? payload.cups.map((cup) => cup.id) : [];

/** Cups that came to the bench with a change, so that their mixes know where they stood. */
export const putTakenCups = (event: BenchEvent<'changed'>, state: SessionState): Promise<void> =>
  putCups(
    event.session,
    taken(event).flatMap((id) => {
      const cup = state.cups.get(id);
      return cup ? [{ id, mix: cup.mix, letter: cup.letter, version: cup.version }] : [];
    }),
  );

/** The change was taken back: so are the cups that came by it alone. */
export const dropTakenCups = (event: BenchEvent<'changed'>, state: SessionState): Promise<void> =>
  dropCups(
    event.session,
    taken(event).filter((id) => !state.cups.has(id)),
  );
