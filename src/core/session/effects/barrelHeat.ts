import type { SessionState } from '../state.ts';
import { roomOf } from './mouldLoss.ts';

/** Share of what lies between that one draw brings a barrel nearer to the plastic's heat (judgement). */
const BARREL_TAKES = 0.25;
/** s in which a barrel left on the bench loses most of what it has. */
const BARREL_COOLS = 900;
export const barrelHeat = (
  state: SessionState,
  other: { metal: { celsius: number; at: number } },
  at: number,
): number =>
  other.metal.at === 0
    ? roomOf(state)
    : roomOf(state) +
      (other.metal.celsius - roomOf(state)) *
        Math.exp(-Math.max(0, at - other.metal.at) / 1000 / BARREL_COOLS);
export function heatByDraw(
  state: SessionState,
  other: { metal: { celsius: number; at: number } },
  celsius: number,
  at: number,
): void {
  const before = barrelHeat(state, other, at);
  other.metal = { celsius: before + BARREL_TAKES * (celsius - before), at };
}
