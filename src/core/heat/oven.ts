import type { OvenConstants } from './estimate/belief.ts';
import { PRIOR } from './estimate/belief.ts';
import type { Oven } from './schema.ts';

/** What cups are cooked in, with what is believed of one nobody has measured yet (judgements). */
export const OVENS: Record<OvenKind, { name: string; prior: (cups: number) => OvenConstants }> = {
  microwave: { name: 'microwave', prior: (cups) => (cups > 1 ? PRIOR.two : PRIOR.one) },
  // A ring goes on giving when it is slow to warm, and most of its heat goes past the pot.
  stove: {
    name: 'stove',
    prior: () => ({ efficiency: { mean: 0.35, sd: 0.12 }, dead: { mean: 15, sd: 8 } }),
  },
};
export type OvenKind = 'microwave' | 'stove';

/** A shop that has not named one yet. */
export const USUAL_OVEN: Oven = {
  name: 'The microwave',
  kind: 'microwave',
  watts: 900,
  level: 1,
  note: '',
};

/** What is learned is learned of an oven at a power with so many cups in it. */
export const ovenKey = (id: number, level: number, cups: number): string =>
  `${id}/${Math.round(level * 100)}/${cups}`;
