/**
 * When a cup is degassed, by what its plan says, in the order of work (handbook §2 step 8; twice:
 * §11), and stirs after which bubbles are back: before colour some cannot be spared (judgements).
 */
export const DEGAS = {
  none: { at: [], stirs: Infinity },
  cold: { at: ['cold'], stirs: Infinity },
  'before colour': { at: ['before colour'], stirs: 3 },
  'after colour': { at: ['after colour'], stirs: 1 },
  'cold and after colour': { at: ['cold', 'after colour'], stirs: 1 },
} as const;
export type Degas = keyof typeof DEGAS;
/** Moments a cup can be degassed at, the first of them first. */
export const DEGASSED_AT = ['cold', 'before colour', 'after colour'] as const;
export type DegassedAt = (typeof DEGASSED_AT)[number];

/**
 * Whether a cup is still to be degassed at a moment: its plan says so, and it was not at that or
 * later.
 * @param last when it last was since it was charged; null = never
 */
export function degasDue(degas: Degas, when: DegassedAt, last: DegassedAt | null): boolean {
  const at: readonly DegassedAt[] = DEGAS[degas].at;
  const later = last === null ? -1 : DEGASSED_AT.indexOf(last);
  return at.includes(when) && DEGASSED_AT.indexOf(when) > later;
}
