/**
 * How far a cup's plastic was from its mix when it was drawn: CIEDE2000; 0 = it is the mix; null =
 * another colour that cannot be reckoned.
 */
export type Apart = number | null;
