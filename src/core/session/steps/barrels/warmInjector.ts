import { isSkipped, skipOf } from '../../skips.ts';
import type { Decide } from '../atBench.ts';
import { cupsAreReady } from '../moulds/warming.ts';
import { injectorOf } from '../work.ts';

/** The injector and its block are warmed and oiled before the first draw. */
export const warmInjector: Decide = (bench) => {
  const { state, run } = bench;
  const injector = run && injectorOf(state, run);
  if (!injector || injector.warmed || isSkipped(state, 'warmInjector', injector)) return [];
  if (!cupsAreReady(bench)) return [];
  const yoke = run.stage.yoked ? '' : ', yoke off';
  const plungers = injector.injector.barrels.length;
  const block = run.stage.block ? ' and its block' : '';
  return [
    {
      key: 'warmInjector',
      target: injector.key,
      sentence:
        `Warm ${injector.injector.name}${block}, oil ` +
        `${plungers} ${plungers === 1 ? 'plunger' : 'plungers'}${yoke}`,
      detail: 'Cold metal freezes the first shot; a dry plunger sticks and draws air past it.',
      label: yoke ? 'Warm, oiled, yoke off' : 'Warm and oiled',
      send: { kind: 'warmed', payload: { target: { kind: 'injector', key: injector.key } } },
      skip: skipOf('warmInjector', injector),
    },
  ];
};
