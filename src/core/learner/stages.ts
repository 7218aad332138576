import type { EyeStage } from '../session/words.ts';

/** A stage of plastic as it is seen, and what it is seen by. */
export interface Seen {
  /** as it is drawn: its body, and how much of it is lumps, 0 to 1 */
  colour: string;
  lumps: number;
  says: string;
}

/** Plastic from raw to spoiled, as the eye has it (handbook §2, 7). */
export const SEEN: Record<EyeStage, Seen> = {
  milk: { colour: '#ece9de', lumps: 0, says: 'White and thin, like milk: raw.' },
  gel: {
    colour: '#d9cf9f',
    lumps: 1,
    says: 'Yellowish, thick, lumpy, elastic: half way. It must go through this and out of it.',
  },
  clear: {
    colour: '#dfe0cf',
    lumps: 0,
    says: 'Thin and glossy again, and clear: it runs off the blade.',
  },
  wisp: {
    colour: '#e2d9ac',
    lumps: 0,
    says: 'A wisp of vapour: hot enough. Fused once, it may be shot cooler.',
  },
  smoke: {
    colour: '#b58a45',
    lumps: 0.1,
    says: 'Smoke: too hot. Stop heating, get it outside, leave until the air is clear.',
  },
};
