import type { Fault, SessionState } from '../../src/core/session/index.ts';
import type { BottleIs } from '../../src/core/material/bottle.ts';
import { conditionsOf } from '../../src/core/session/conditions.ts';
import type { ShotState } from '../../src/core/session/state/shot.ts';

// What the demo shop's record has in it to be found: each is in the log as a maker would have seen
// it, and nowhere else.

/** Evenings of the past, by their number: the cold one, those of the damp bottle, and after it. */
const EVENINGS = { cold: 12, damp: [18, 19], dried: 20 } as const;
/** °C of the shop on the cold evening. */
const COLD = 6;
/** From this evening on the eel mould's sixth cavity, its vent full, comes short. */
const VENT = { from: 18, mould: '1', cavity: 6, share: 0.55 } as const;

/** What one evening is like, beyond what its hands do. */
export interface Story {
  /** °C of the shop; left out = as it is */
  room?: number;
  /** what is noted of the bottles of plastisol as it begins */
  bottles?: BottleIs;
  /** what befalls a bait */
  befalls: (
    state: SessionState,
    shot: ShotState,
    cavity: number,
    chance: () => number,
  ) => Fault | null;
}

/** A fault, from where it begins and how much of it comes for each K, at most a third. */
const along = (figure: number | null, from: number, each: number): number =>
  figure === null ? 0 : Math.min(0.33, Math.max(0, each * (figure - from)));

/** The story of an evening of the past. @param nth of them, from 0; null = one of another way */
export function storyOf(nth: number | null): Story {
  const vent = nth === null || nth >= VENT.from;
  return {
    ...(nth === EVENINGS.cold && { room: COLD }),
    ...(EVENINGS.damp.some((one) => one === nth) && { bottles: 'damp' as const }),
    ...(nth === EVENINGS.dried && { bottles: 'well' as const }),
    befalls: (state, shot, cavity, chance) => {
      const { metal, heat, damp } = conditionsOf(state, shot);
      const shares: [Fault, number][] = [
        ['short', along(metal === null ? null : -metal, -28, 0.08)],
        ['bubbles', damp ? 0.16 : 0],
        // The rag mould is shot too hot: its baits shrink from the gate.
        ['dent', shot.mould === '5' ? along(heat, 170, 0.06) : 0],
      ];
      if (vent && shot.mould === VENT.mould && cavity === VENT.cavity)
        shares.push(['short', VENT.share]);
      return shares.find(([, share]) => share > 0 && chance() < share)?.[0] ?? null;
    },
  };
}
