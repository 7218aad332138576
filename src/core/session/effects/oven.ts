import { carryBounds } from '../doubt.ts';
import { roomOf } from './mouldLoss.ts';
import type { SessionState } from '../state.ts';

/** When what stands in an oven is over, ms; 0 = nothing does. */
export function ovenFree(state: SessionState, oven: number): number {
  const standing = [...state.cups.values()].filter(({ inOven }) => inOven?.oven === oven);
  return Math.max(0, ...standing.map(({ inOven }) => inOven!.until));
}
/** When a cup's burst is over, ms; 0 = it stands in no oven. */
export const burstOver = (state: SessionState, cup: string): number =>
  state.cups.get(cup)?.inOven?.until ?? 0;

/** An oven opened, sooner than was meant perhaps: whoever stood in it stands in it no more. */
export function openOven(state: SessionState, oven: number | undefined, at: number): void {
  if (oven === undefined) return;
  for (const cup of state.cups.values()) {
    if (cup.inOven?.oven !== oven) continue;
    carryBounds(state, cup, at, roomOf(state));
    cup.heatedS -= Math.max(0, (cup.inOven.until - at) / 1000);
    cup.inOven = null;
  }
}
