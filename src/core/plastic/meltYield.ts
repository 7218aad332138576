/** Share of pucks that comes to use: the rest is skin, and sticks to the knife (judgement). */
export const MELT_YIELD = 0.97;
