import { isSkipped, skipOf } from '../../skips.ts';
import { contentsOf } from '../../state/injector.ts';
import type { Step } from '../../step.ts';
import { PLUG_SETS } from '../../../shot/flow.ts';
import { PLUGS } from '../../words.ts';
import type { Decide } from '../atBench.ts';

/**
 * What is in the barrels with no mould to take it goes back, and its plug gives the first verdict.
 */
export const empty: Decide = ({ state }) =>
  [...state.injectors.values()]
    .filter(
      (injector) =>
        injector.load && injector.load.shots > 0 && !isSkipped(state, 'empty', injector),
    )
    .map((injector) => {
      const habit =
        state.runs.get(state.draws.get(injector.load!.draw)?.job ?? '')?.tools.habit ?? 'push';
      const several = contentsOf(injector).length > 1;
      const other = habit === 'push' ? 'plug' : 'push';
      return {
        key: 'empty',
        target: injector.key,
        sentence:
          habit === 'push'
            ? `Push the rest of ${injector.injector.name} back hot, look at the plug`
            : `Leave ${injector.injector.name} 1 min, pull the plug, look at it`,
        detail:
          'Cut the plug or look at its end: ' +
          (several ? 'each colour square? It gives' : 'it gives') +
          ' the first verdict. ' +
          (habit === 'push'
            ? 'More comes back liquid; the block’s share holds every colour.'
            : 'The injector is tied up until it sets; all of it goes by as one plug.'),
        label: several ? 'Plug even, line square' : 'Plug is sound',
        send: { kind: 'emptied', payload: { injector: injector.key, habit, plug: 'square' } },
        until: habit === 'plug' ? injector.load!.lastShotAt + PLUG_SETS * 1000 : undefined,
        others: [
          ...(['thin', 'cold', 'none'] as const)
            .filter((part) => part !== 'thin' || several)
            .map((plug) => ({
              label: PLUGS[plug][0]!.toUpperCase() + PLUGS[plug].slice(1),
              send: { kind: 'emptied' as const, payload: { injector: injector.key, habit, plug } },
            })),
          {
            label: other === 'plug' ? 'Left to set instead' : 'Pushed back instead',
            send: {
              kind: 'emptied' as const,
              payload: { injector: injector.key, habit: other, plug: 'square' as const },
            },
          },
        ],
        skip: skipOf('empty', injector),
      } satisfies Step;
    });
