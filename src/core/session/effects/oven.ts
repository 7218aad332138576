import { carryBounds } from '../doubt.ts';
import { roomOf } from './mouldLoss.ts';
import type { SessionState } from '../state.ts';

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
