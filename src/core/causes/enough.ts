/** Shots and faults from which anything is said of why: under it a fit has less to go by than it asks. */
export const ENOUGH = { shots: 40, hits: 12 } as const;
