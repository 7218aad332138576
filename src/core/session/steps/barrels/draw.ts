import {
  and,
  joined,
  phrase,
  type Phrase,
  saidAmount,
  saidApart,
} from '../../../quantity/phrase.ts';
import { lasting } from '../../../quantity/format.ts';
import { waysOf } from '../../../ways.ts';
import { drawWarnings } from '../../guard.ts';
import { heatCups } from '../../guard/cups.ts';
import { mouldDrawWarnings } from '../../guard/mould.ts';
import { gapOf } from '../../guard/window.ts';
import { settled } from '../../settled.ts';
import type { SessionState } from '../../state.ts';
import { ofTurn } from '../atBench.ts';
import { readSaid } from '../cups/match.ts';
import { drawVolumes } from '../filling.ts';
import { injectorOf } from '../work.ts';

type Volumes = ReturnType<typeof drawVolumes>;

/**
 * What is to be drawn of which cup.
 * @param hottest the first is hotter than what follows it: the order counts
 */
export function drawSaid(state: SessionState, volumes: Volumes, hottest = false): Phrase {
  const { filled } = waysOf(state.snapshot.input.settings);
  const each = volumes.map(
    ({ ml, cup }) => phrase`${saidAmount(ml, 'volume')} of ${state.cups.get(cup)?.letter ?? '?'}`,
  );
  const [first, ...rest] = each;
  const what =
    hottest && first && rest.length > 0
      ? joined([
          phrase`${first} first, the ${rest.length > 1 ? 'hottest' : 'hotter'}`,
          ...rest.map((one) => phrase`, then ${one}`),
        ])
      : and(each);
  return filled === 'poured'
    ? phrase`Pour in ${what} from the top, plug in, slowly`
    : phrase`Draw ${what}, slowly`;
}

export const draw = ofTurn(({ state, now }, turn) => {
  const { run } = turn;
  const injector = injectorOf(state, run);
  if (!injector) return null;
  const cups = heatCups(state, run);
  const { filled } = waysOf(state.snapshot.input.settings);
  const gap = gapOf(cups);
  const volumes = drawVolumes(state, turn);
  const settling = cups.flatMap((cup) => {
    const down = settled(cup, state.snapshot.colour.materials, now);
    return down ? [{ cup, down }] : [];
  });
  return {
    key: 'draw',
    target: injector.key,
    sentence: drawSaid(state, volumes),
    detail: joined([
      joined(cups.map(readSaid), ', '),
      gap !== null && cups.length > 1 ? phrase`, ${saidApart(gap)} apart` : '',
      '. Push out the air until every colour runs.',
      ...settling.flatMap(({ cup, down }) =>
        down.left > 0
          ? [` Drawn within ${lasting(down.left)}, ${down.what} in ${cup.letter} is still up.`]
          : [],
      ),
    ]),
    label: filled === 'poured' ? 'It is poured in' : 'It is drawn',
    send: {
      kind: 'drawn',
      payload: {
        draw: `${injector.key}/${injector.draws + 1}`,
        injector: injector.key,
        job: run.key,
        barrels: volumes,
      },
    },
    ...(settling.length > 0 && {
      others: settling.map(({ cup }) => ({
        label: `${cup.letter} stirred`,
        send: { kind: 'stirred' as const, payload: { cup: cup.key } },
      })),
    }),
    warnings: [...drawWarnings(state, run, now), ...mouldDrawWarnings(state, turn.mould, run)].map(
      (warning) => warning.sentence,
    ),
    caution: 'Plastic at this heat sticks and burns: heat gloves, long sleeves, eye protection.',
  };
});
