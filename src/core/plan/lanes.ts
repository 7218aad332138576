/** What a part of a session waits for: it goes faster only with more of that. */
export const LANES = {
  hands: 'the hands',
  ovens: 'the ovens',
  plate: 'the plate',
  moulds: 'the moulds',
} as const;
export type LaneKey = keyof typeof LANES;
