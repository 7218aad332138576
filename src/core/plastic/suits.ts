import type { Grade } from '../material/index.ts';
import type { Bait, Mould } from '../mould/index.ts';
import type { Triage } from './triage.ts';

/** mm a section has, from which it hides flake of many kinds in it (handbook §11; judgement). */
const THICK = 10;

/** A bait with the moulds it is shot in. */
export interface ShotBait {
  spec: Bait;
  moulds: readonly Pick<Mould, 'cavities'>[];
}
/** mm of the thickest section a bait has in its moulds. */
const thickest = ({ moulds }: Pick<ShotBait, 'moulds'>): number =>
  Math.max(0, ...moulds.flatMap(({ cavities }) => cavities.map(({ section }) => section)));

/** Whether a bait is so thick that flake of many kinds hardly shows in it. */
export const hidesFlake = (bait: Pick<ShotBait, 'moulds'>): boolean => thickest(bait) >= THICK;

/**
 * Baits that remelt suits: those that take its grade and its hardness, and where its flake shows,
 * or may, those thick enough to hide it.
 */
export const baitsFor = (
  { flake, hides, hardness }: Pick<Triage, 'flake' | 'hides' | 'hardness'>,
  grade: Grade,
  baits: readonly ShotBait[],
): string[] =>
  baits
    .filter(({ spec: { grades, hardness: wanted } }) => {
      const [range] = wanted;
      return (
        grades.includes(grade) && (!range || (hardness >= range.low && hardness <= range.high))
      );
    })
    .filter((bait) => flake === 'no' || hides || hidesFlake(bait))
    .map(({ spec }) => spec.name);

/** Which baits it suits, in a sentence; one name for all where it suits every one. */
export function suitsSaid(names: readonly string[], of: number): string {
  if (names.length === 0) return 'It suits no bait of the list as it is.';
  if (names.length === of) return 'It suits every bait of the list.';
  return `It suits ${names.join(', ')}.`;
}
