import type { Insert } from './insert.ts';

const DRAWN = [
  { place: 'whole', tone: 'thin' },
  { place: 'core', tone: 'open' },
] as const;

/** A shell, shot round rods; its core is shot into the channel they leave. */
export const shell: Insert = {
  name: 'shell',
  many: 'shells',
  layIn: 'put it back as it came out, without the rod',
  layBy: {
    act: (count) => `Draw the rods, lay ${count} shells by, oil them`,
    care: 'Each belongs back in its own cavity, without the rod.',
  },
  hollow: true,
  drawn: { made: DRAWN, laidIn: DRAWN },
};
