import { worthKeeping } from '../../effects/grams.ts';
import { colourOfShot } from '../../likeness.ts';
import { skipOf } from '../../skips.ts';
import { eachCounted } from './counted.ts';

export const rack = eachCounted((state, shot) => {
  if (shot.stage.makes !== 'bait') return null;
  const count = worthKeeping(shot);
  const aside = shot.trial && !shot.keptTrial;
  return {
    key: 'rack',
    target: shot.id,
    sentence: aside ? `Lay the ${count} trial baits aside` : `Lay ${count} baits flat on the rack`,
    detail:
      `${shot.bait.name}, ${colourOfShot(state, shot).name}; ` +
      `they cure ${state.snapshot.bench.cure} h.`,
    label: aside ? 'They are aside' : 'They are on the rack',
    send: { kind: 'racked', payload: { shot: shot.id } },
    skip: skipOf('rack', shot),
  };
});
