import type { Lane } from '../tape/lanes.ts';
import { tapeOf } from '../tape/tape.ts';
import type { LaidBook } from './book.ts';

/** How long a lane is at work, over all that is laid: s, and its share of all the sessions. */
export interface LaneShare {
  lane: Lane;
  seconds: number;
  share: number;
}
/** Every lane that is at work, the most first: what comes first limits the book. */
export function lanesAtWork({ sessions }: LaidBook): LaneShare[] {
  const tapes = sessions.flatMap((session) => (session ? [tapeOf(session.laid)] : []));
  const all = tapes.reduce((sum, { ends }) => sum + ends, 0);
  const lanes = new Map<string, LaneShare>();
  for (const { shares } of tapes)
    for (const { lane, seconds } of shares) {
      const before = lanes.get(lane.key)?.seconds ?? 0;
      lanes.set(lane.key, { lane, seconds: before + seconds, share: (before + seconds) / all });
    }
  return [...lanes.values()].sort((one, other) => other.seconds - one.seconds);
}
/** Lanes that are told of. */
const SHOWN = 6;
export const laneShares = (laid: LaidBook): LaneShare[] => lanesAtWork(laid).slice(0, SHOWN);
