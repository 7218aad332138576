import type { Insert } from './insert.ts';

/** A tail, shot first; the body is shot on to it. */
export const tail: Insert = {
  name: 'tail',
  many: 'tails',
  layIn: 'oil it with worm oil, lay it in its pocket and tap it down',
  layBy: {
    act: (count) => `Pull the ${count} tails four or five at a time, oil them`,
    care: 'A film of worm oil, no more: too much and the joint peels.',
  },
  hollow: false,
  // In its own mould a tail fills the whole cavity.
  drawn: { made: [{ place: 'whole', tone: 'soft' }], laidIn: [{ place: 'tail', tone: 'soft' }] },
};
