import type { SessionState } from '../../state.ts';
import type { CupState } from '../../state/cup.ts';

/** Cups that stand in an oven, and until when. */
export const inOven = (state: SessionState): { cup: CupState; until: number }[] =>
  [...state.cups.values()].flatMap((cup) => (cup.inOven ? [{ cup, until: cup.inOven.until }] : []));
