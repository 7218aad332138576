import type { WantedPart } from '../plan/draft.ts';
import type { Laid } from './layOut.ts';

/** When a part of the book is ready by a layout, and what it was promised for. */
export interface PartReady extends WantedPart {
  /** the moment the last of it is cured, ms */
  cured: number;
  /** ms it is late by; 0 = in time */
  late: number;
}

/**
 * When each part is cured: so long after the end of the time its last baits are shot in.
 * @param by when what is promised for a day must be shot, ms
 * @param cure ms
 */
export function readyOf(
  times: readonly Laid[],
  by: (due: string) => number,
  cure: number,
): PartReady[] {
  const ready = new Map<number, PartReady>();
  for (const { time, pieces } of times)
    for (const { parts } of pieces)
      for (const wanted of parts) {
        const before = ready.get(wanted.part);
        ready.set(wanted.part, {
          ...wanted,
          count: (before?.count ?? 0) + wanted.count,
          cured: Math.max(before?.cured ?? 0, time.to + cure),
          late: Math.max(before?.late ?? 0, time.to - by(wanted.due)),
        });
      }
  return [...ready.values()].sort(
    (one, other) => one.due.localeCompare(other.due) || one.part - other.part,
  );
}
