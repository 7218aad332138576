import { phrase, saidHeat } from '../../../quantity/phrase.ts';
import { roomOf } from '../../effects/mouldLoss.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { Decide } from '../atBench.ts';
import { cupsAreReady } from '../moulds/warming.ts';

/** The room is read once: metal and cups lose their heat to it. */
export const readRoom: Decide = (bench) => {
  const { state, run } = bench;
  if (!run || !cupsAreReady(bench)) return [];
  if (state.roomCelsius !== null || isSkipped(state, 'readRoom', undefined)) return [];
  return [
    {
      key: 'readRoom',
      target: 'room',
      sentence: phrase`How warm is the shop? ${saidHeat(roomOf(state))} is only a guess`,
      detail:
        'Metal and cups lose their heat to it: it tells when to warm again, and when to open.',
      label: 'Read the shop',
      read: { kind: 'room', key: 'room' },
      skip: skipOf('readRoom', undefined),
    },
  ];
};
