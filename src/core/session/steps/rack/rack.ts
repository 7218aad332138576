import { worthKeeping } from '../../effects/grams.ts';
import { colourOfShot } from '../../likeness.ts';
import { type Ways, waysOf } from '../../../ways.ts';
import { skipOf } from '../../skips.ts';
import { eachCounted } from './counted.ts';

const LAID: Record<Ways['laid'], (count: number) => string> = {
  rack: (count) => `Lay ${count} baits flat on the rack`,
  water: (count) => `${count} baits into the water, then flat on the rack`,
};

export const rack = eachCounted((state, shot) => {
  if (shot.stage.makes !== 'bait') return null;
  const count = worthKeeping(shot);
  const aside = shot.trial && !shot.keptTrial;
  const { laid } = waysOf(state.snapshot.input.settings);
  return {
    key: 'rack',
    target: shot.id,
    sentence: aside ? `Lay the ${count} trial baits aside` : LAID[laid](count),
    detail:
      `${shot.bait.name}, ${colourOfShot(state, shot).name}; ` +
      `they cure ${state.snapshot.bench.cure} h.`,
    label: aside ? 'They are aside' : 'They are on the rack',
    send: { kind: 'racked', payload: { shot: shot.id } },
    skip: skipOf('rack', shot),
  };
});
