import type { Shelf } from '../plan/index.ts';
import { freeCupId, UNNAMED, withUnnamed } from '../plan/index.ts';
import type { SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';
import type { Send } from './step.ts';
import { cupsInHand } from './steps/cupsInHand.ts';

/**
 * A cup stood on the bench, empty, with nothing to shoot from it yet.
 * @param mix number of the mix it is meant to become; {@link UNNAMED} = nobody has said
 * @returns null where the shop has no such vessel or mix
 */
export function takeCup(
  state: SessionState,
  { vessel, mix = UNNAMED }: { vessel: number; mix?: number },
  own: Shelf,
): Send | null {
  const shelf = withUnnamed(own, [...state.cups.values()][0]?.grade ?? 'medium');
  const held = shelf.vessels.find(({ id }) => id === vessel);
  const meant = shelf.mixes.find(({ id }) => id === mix);
  if (!held || !meant) return null;
  const standing = [...state.cups.keys()].map((id) => ({ id }));
  const { spec: recipe, density20 } = meant;
  return {
    kind: 'changed',
    payload: {
      what: 'cup',
      cup: {
        id: freeCupId(standing, mix),
        mix,
        recipe,
        vessel: { id: vessel, vessel: held.spec },
        degas: 'none',
        ...(density20 ? { density20 } : {}),
      },
    },
  };
}

/** Cups nothing is shot from: they stand beside those that are in hand. */
export function spareCups(state: SessionState): CupState[] {
  const drawnFrom = new Set(
    [...state.runs.values()].flatMap((run) => cupsInHand(state, run).map(({ key }) => key)),
  );
  return [...state.cups.values()].filter(({ key }) => !drawnFrom.has(key));
}
