import { isSkipped, skipOf } from '../../skips.ts';
import type { Step } from '../../step.ts';
import type { Decide } from '../atBench.ts';

/** A new mould's first shot, looked at: its trial card. */
export const trial: Decide = ({ state }) =>
  [...state.moulds.values()].flatMap((mould): Step[] => {
    const shot = [...state.shots.values()].find(
      (shot) => shot.mould === mould.key && shot.rackedAt !== null,
    );
    if (mould.mould.tried || !shot || isSkipped(state, 'trial', mould)) return [];
    return [
      {
        key: 'trial',
        target: mould.key,
        sentence: `Fill in the trial card of ${mould.mould.name}`,
        detail:
          'Its first shot is out: what it took, which side lets go, hold, window, verdict. The ' +
          'figures go into the mould.',
        label: 'Open the card',
        open: 'trial',
        skip: skipOf('trial', mould),
      },
    ];
  });
