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
export function baitsOfState(s: SessionState, cup: string, upTo: number): StateBaits[] {
  const draws = new Set(
    [...s.draws.values()]
      .filter((d) => d.barrels.some((b) => b.cup === cup && b.trail === upTo))
      .map((d) => d.id),
  );
  const out = new Map<string, StateBaits>();
  for (const x of s.shots.values()) {
    if (x.trial || x.stage.makes !== 'bait' || ![...x.cavities.values()].some((d) => draws.has(d)))
      continue;
    const { good, shot } = count([x]);
    const colour = colourOfShot(s, x);
    const key = `${x.bait.id}/${colour.id}/${colour.name}`;
    const held = out.get(key) ?? { bait: x.bait.name, colourway: colour.name, shot: 0, good: 0 };
    out.set(key, { ...held, shot: held.shot + shot, good: held.good + good });
  }
  return [...out.values()];
}
