import { changeOf, lightness } from '../../../build/barrels.ts';
import { and, phrase } from '../../../quantity/phrase.ts';
import { layerCupKey } from '../../layerCup.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { Decide } from '../atBench.ts';
import { injectorOf } from '../work.ts';

export const barrelName = (mark: string, i: number, count: number): string =>
  mark || (count === 2 ? ['near', 'far'][i]! : ['near', 'middle', 'far'][i]!);

/** A barrel that held another colour wants wiping before it is drawn into. */
export const clean: Decide = ({ state, run }) => {
  const injector = run && injectorOf(state, run);
  if (!injector || injector.load || isSkipped(state, 'clean', injector)) return [];
  const tint = (key: string) => ({
    // Two cups of one mix leave the same colour; one that is no longer known, its own.
    mix: state.cups.get(key)?.mix ?? -1,
    light: lightness(state.cups.get(key)?.colour ?? '#808080'),
  });
  const changes = run.stage.layers.flatMap((layer, i) => {
    const barrel = run.tools.order[i] ?? i;
    const held = injector.stained[barrel] ?? null;
    const wanted = layerCupKey(run, layer.key);
    const change = changeOf(held === null ? null : tint(held), tint(wanted));
    return change === 'same'
      ? []
      : [
          {
            barrel,
            change,
            from: state.cups.get(held!)?.letter ?? '?',
            to: state.cups.get(wanted)?.letter ?? '?',
          },
        ];
  });
  if (changes.length === 0) return [];
  const { barrels } = injector.injector;
  const count = barrels.length;
  const hard = changes.some((change) => change.change === 'clean');
  const where =
    count === 1
      ? ''
      : phrase`: ${and(changes.map(({ barrel }) => `the ${barrelName(barrels[barrel]!.mark, barrel, count)} barrel`))}`;
  const how = hard
    ? 'Dark shows in light: pull the plunger, wipe barrel, tip and block.'
    : 'Light hardly shows in dark: push the rest out and wipe the tip.';
  return [
    {
      key: 'clean',
      target: injector.key,
      sentence: phrase`${hard ? 'Clean' : 'Wipe'} ${injector.injector.name}${where}`,
      detail:
        `${changes.map((change) => `${change.from} was in it, ${change.to} is next`).join('; ')}. ` +
        how,
      label: hard ? 'It is clean, and oiled' : 'It is wiped',
      send: { kind: 'cleaned', payload: { injector: injector.key } },
      skip: skipOf('clean', injector),
      caution: 'Hot metal and hot remnants: gloves.',
    },
  ];
};
