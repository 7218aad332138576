import type { Decide } from '../atBench.ts';
import { inOven } from './inOven.ts';

/** A cup whose time in the oven is up: the first thing for the hands. */
export const stir: Decide = ({ state, now }) =>
  inOven(state)
    .filter(({ until }) => until <= now)
    .map(({ cup }) => ({
      key: 'stir',
      target: cup.key,
      sentence: `${cup.letter} is done: out, stir, scrape the rim in, read`,
      detail: 'Ten slow turns: the edge is hotter than the middle until it is stirred in.',
      label: `Read ${cup.letter}`,
      read: { kind: 'cup', key: cup.key },
      others: [
        {
          label: `${cup.letter} is stirred, not read`,
          send: { kind: 'stirred', payload: { cup: cup.key } },
        },
      ],
      caution: 'Hot glass: gloves. What is not stirred in at the edge scorches.',
    }));
