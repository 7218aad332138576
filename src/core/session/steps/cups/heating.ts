import type { Decide } from '../atBench.ts';
import { inOven } from './inOven.ts';

/** A cup in the oven, waited for while the time runs. */
export const heating: Decide = ({ state, now }) =>
  inOven(state)
    .filter(({ until }) => until > now)
    .map(({ cup, until }) => ({
      key: 'heating',
      target: cup.key,
      sentence: `${cup.letter} heats`,
      detail: 'Nothing for the hands until it is done.',
      label: `${cup.letter} comes out now`,
      until,
      send: { kind: 'stirred', payload: { cup: cup.key } },
    }));
