/**
 * A measuring cup nobody has measured (judgements): half a litre of borosilicate, its bore in mm,
 * its glass in g.
 */
export const USUAL_VESSEL = { volume: 500, bore: 85, glass: 320 } as const;

/** What is known of a cup, and what is taken of it where nothing is. */
export const vesselOf = (
  vessel: { volume: number; bore: number } | null | undefined,
): { volume: number; bore: number } => vessel ?? USUAL_VESSEL;

/**
 * Mass of a cup's glass, g: walls are as thick on all of them, so it goes by the surface.
 * @param glass g of a half-litre one
 */
export const glassOf = (
  vessel: { volume: number; bore: number } | null | undefined,
  glass: number = USUAL_VESSEL.glass,
): number => glass * (vesselOf(vessel).volume / USUAL_VESSEL.volume) ** (2 / 3);
