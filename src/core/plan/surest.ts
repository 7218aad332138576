/** The surest a shop can be of having enough: no number of shots makes it certain. */
export const SUREST = 0.99;
