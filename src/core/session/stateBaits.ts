import type { SessionState } from './state.ts';
import { colourOfShot } from './likeness.ts';
import { count } from './summary.ts';

/** Baits shot of a cup as it stood at one moment of its trail, by bait and colourway. */
export interface StateBaits {
  bait: string;
  colourway: string;
  shot: number;
  good: number;
}
/**
 * What was shot of a cup in one state: from draws made when just so much had gone in.
 * @param upTo entries of the cup's trail
 */
export function baitsOfState(state: SessionState, cup: string, upTo: number): StateBaits[] {
  const draws = new Set(
    [...state.draws.values()]
      .filter((draw) => draw.barrels.some((barrel) => barrel.cup === cup && barrel.trail === upTo))
      .map((draw) => draw.id),
  );
  const out = new Map<string, StateBaits>();
  for (const other of state.shots.values()) {
    if (
      other.trial ||
      other.stage.makes !== 'bait' ||
      ![...other.cavities.values()].some((cavity) => draws.has(cavity))
    )
      continue;
    const { good, shot } = count([other]);
    const colour = colourOfShot(state, other);
    const key = `${other.bait.id}/${colour.id}/${colour.name}`;
    const held = out.get(key) ?? {
      bait: other.bait.name,
      colourway: colour.name,
      shot: 0,
      good: 0,
    };
    out.set(key, { ...held, shot: held.shot + shot, good: held.good + good });
  }
  return [...out.values()];
}
