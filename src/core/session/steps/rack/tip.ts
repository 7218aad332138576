import { worthKeeping } from '../../effects/grams.ts';
import { layerCup } from '../../layerCup.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import { eachCounted } from './counted.ts';

/** Tips to dip before the baits go on the rack; null when the build has none or they are done. */
export const tip = eachCounted((state, shot) => {
  if (shot.stage.makes !== 'bait') return null;
  const { finish } = shot.build;
  const run = state.runs.get(shot.job);
  const cup = run && layerCup(state, run, finish?.key ?? '');
  if (!finish || !cup || shot.trial || shot.tipG > 0 || isSkipped(state, 'tip', shot)) return null;
  const count = worthKeeping(shot);
  return {
    key: 'tip',
    target: shot.id,
    sentence: `Dip ${count} tips in ${cup.letter}, hang them to set`,
    detail: `${finish.name} on ${shot.bait.name}. Warm baits take it; a chilled one wrinkles.`,
    label: `${count} tips are dipped`,
    send: { kind: 'tipped', payload: { shot: shot.id, cup: cup.key, grams: finish.grams * count } },
    skip: skipOf('tip', shot),
  };
});
