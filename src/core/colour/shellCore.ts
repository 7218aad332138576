import type { Colour } from './lab.ts';
import { colourOf, deltaE } from './lab.ts';
import type { Medium, Surface } from './laminate.ts';
import { even, seen, stack } from './laminate.ts';
import { CLEAR_BASE } from './pigment.ts';

/** ΔE from which a core reads through its shell at a glance, and dimly (judgements). */
export const READS = { well: 10, dimly: 4 } as const;

export interface Cored {
  shell: Medium;
  core: Medium;
  /** mm of shell before and behind the core, and of core */
  front: number;
  thick: number;
}
const look = (
  slabs: { medium: Medium; thickness: number }[],
  backing: number,
  surface: Surface,
): Colour => colourOf(seen(stack(slabs, even(backing)), surface));

/** ΔE between the bait over its core and the bait beside it, of shell alone. */
export function coreReads(
  { shell, core, front, thick }: Cored,
  backing = 0.5,
  surface: Surface = 'water',
): number {
  return deltaE(
    look(
      [
        { medium: shell, thickness: front },
        { medium: core, thickness: thick },
        { medium: shell, thickness: front },
      ],
      backing,
      surface,
    ),
    look([{ medium: shell, thickness: 2 * front + thick }], backing, surface),
  );
}

/** A medium with its colouring at so many times its dose. */
const dosed = (medium: Medium, times: number, base: Medium = CLEAR_BASE): Medium => ({
  k: medium.k.map((k, i) => base.k[i]! + times * (k - base.k[i]!)),
  s: medium.s.map((scatter, i) => base.s[i]! + times * (scatter - base.s[i]!)),
});

export interface ShellDose {
  /** times the shell's dose, the most at which the core reads well; null where it never does */
  most: number | null;
  /**
   * and the least at which the laminate of the shell can be told; null where there is no laminate
   */
  least: number | null;
}
const TRIED = Array.from({ length: 25 }, (_, i) => 0.05 * 60 ** (i / 24));

/**
 * Doses of the shell, as times what it has, that keep the core visible; and, for two shell colours,
 * both of them apart.
 */
export function shellDose(cored: Cored, other?: Medium): ShellDose {
  const reads = (times: number) =>
    coreReads({ ...cored, shell: dosed(cored.shell, times) }) >= READS.well &&
    (!other || coreReads({ ...cored, shell: dosed(other, times) }) >= READS.well);
  const apart = (times: number) =>
    deltaE(
      ...([cored.shell, other!].map((medium) =>
        look([{ medium: dosed(medium, times), thickness: 2 * cored.front }], 0.5, 'water'),
      ) as [Colour, Colour]),
    ) >= READS.well;
  return { most: TRIED.findLast(reads) ?? null, least: other ? (TRIED.find(apart) ?? null) : null };
}
