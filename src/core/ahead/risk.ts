import type { WantedPart } from '../plan/draft.ts';
import type { LaidOut } from './layOut.ts';

/** Chance under which a promise is at risk (judgement). */
export const RISK = 0.8;

/** A line of the book that is not safely kept by a layout. */
export interface Risk extends Pick<WantedPart, 'line' | 'for' | 'due'> {
  /** chance that the part of it that is worst off is cured by its day; 0 = it is laid nowhere */
  chance: number;
  /** why some of it is laid nowhere; null = all of it is laid */
  left: string | null;
}

/**
 * Lines whose promise is at risk, the soonest first.
 * @param chances of each part that is laid, to be cured by its day
 */
export function risksOf(
  { times, left }: LaidOut,
  chances: ReadonlyMap<number, number>,
): readonly Risk[] {
  const worst = new Map<number, Risk>();
  const note = (part: WantedPart, chance: number, why: string | null) => {
    const { line, due } = part;
    const before = worst.get(line);
    if (before && before.chance <= chance) return;
    worst.set(line, { line, for: part.for, due, chance, left: why });
  };
  for (const { piece, why } of left) for (const part of piece.parts) note(part, 0, why);
  for (const { pieces } of times)
    for (const { parts } of pieces)
      for (const part of parts) note(part, chances.get(part.part) ?? 0, null);
  return [...worst.values()]
    .filter(({ chance }) => chance < RISK)
    .sort((one, other) => one.due.localeCompare(other.due) || one.line - other.line);
}
