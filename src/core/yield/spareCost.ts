/** What was shot where baits for a line came from, as one session had it. */
export interface ShotFor {
  /** baits the line was given of it */
  given: number;
  /** baits the session shot of that bait and colourway, trials apart, and what came good of them */
  shot: number;
  good: number;
}
/** What a promise took. */
export interface SpareCost {
  given: number;
  /** baits shot for it: its share of what its sessions shot, as what it was given is of the good */
  shot: number;
  good: number;
  /** share over what it was given that was shot, and that would just have been enough */
  spare: number;
  enough: number;
}

/**
 * What a promise took in baits: shot for it, and the spare that would just have been enough at the
 * share that came good. Its part of a session's baits is as many of those that lines were given.
 * @param sessions with what all lines were given there of the same baits
 * @returns null where none of it was shot in a session
 * @example spareCost([{ given: 20, shot: 50, good: 40, all: 40 }]).enough → 0.25
 */
export function spareCost(sessions: readonly (ShotFor & { all: number })[]): SpareCost | null {
  const own = sessions.filter(({ given, all, good }) => given > 0 && all > 0 && good > 0);
  const given = own.reduce((sum, one) => sum + one.given, 0);
  if (given === 0) return null;
  const partOf = ({ given: count, all }: (typeof own)[number]) => count / all;
  const shot = own.reduce((sum, one) => sum + partOf(one) * one.shot, 0);
  const good = own.reduce((sum, one) => sum + partOf(one) * one.good, 0);
  const needed = own.reduce((sum, one) => sum + (one.given * one.shot) / one.good, 0);
  return { given, shot, good, spare: shot / given - 1, enough: needed / given - 1 };
}
