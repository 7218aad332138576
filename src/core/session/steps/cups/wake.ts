import { isSkipped, skipOf } from '../../skips.ts';
import { eachCup } from '../atBench.ts';

export const wake = eachCup(({ state }, cup) =>
  cup.woken || isSkipped(state, 'wake', cup)
    ? null
    : {
        key: 'wake',
        target: cup.key,
        sentence: `Wake the plastisol for ${cup.letter}, roll it a minute`,
        detail: 'The bottom has packed hard. Gently: air and damp make bubbles later.',
        label: 'It is awake',
        send: { kind: 'woken', payload: { cup: cup.key } },
        skip: skipOf('wake', cup),
      },
);
