import { lasting } from '../../../quantity/format.ts';
import { joined, phrase, saidHeat } from '../../../quantity/phrase.ts';
import { type Ways, waysOf } from '../../../ways.ts';
import { skipOf } from '../../skips.ts';
import type { RunState, SessionState } from '../../state.ts';
import type { MouldState } from '../../state/mould.ts';
import type { Step } from '../../step.ts';
import { shotIn, spoiledBy, warmsTo } from './warmFor.ts';
import { eachColdMould, plateTakes } from './warming.ts';

/** Share of a shot as makers say it. */
const SHARES = [
  [0.85, 'nearly all'],
  [0.6, 'two in three'],
  [0.42, 'half'],
  [0.28, 'a third'],
  [0.2, 'a quarter'],
  [0.13, 'one in six'],
  [0, 'one in ten'],
] as const;

const shareSaid = (share: number): string => SHARES.find(([least]) => share >= least)![1];

/** What warming a mould is, whenever it is asked. */
const warming = (mould: MouldState, celsius: number) =>
  ({
    key: 'warmMould',
    target: mould.key,
    send: { kind: 'warmed', payload: { target: { kind: 'mould', key: mould.key }, celsius } },
    label: 'It is warm',
    caution: 'Do not leave a heat gun or plate on by itself.',
  }) as const;

/** How metal is warmed, in words. */
const BY: Record<Ways['warmed'], { first: string; by: string }> = {
  plate: { first: 'A few minutes on the plate', by: 'on the plate' },
  gun: { first: 'Half a minute or more with the gun, all round', by: 'with the gun' },
};

/** For its first shot. */
function firstWarmStep(state: SessionState, run: RunState | null, mould: MouldState): Step {
  const read = mould.reading ? phrase` It was ${saidHeat(mould.reading.celsius)}.` : '';
  const to = warmsTo(state, run, mould);
  return {
    ...warming(mould, to),
    sentence: phrase`Warm ${mould.mould.name} to ${saidHeat(to)}`,
    detail: joined([
      `${BY[waysOf(state.snapshot.input.settings).warmed].first}; on wood, not on metal. Last `,
      'of all: it goes cold while it waits, and is to be ',
      phrase`${saidHeat(shotIn(state, run, mould))} when it is shot.${read}`,
    ]),
    skip: skipOf('warmMould', mould),
  };
}

/** When it has gone so cold that warming costs less than what would come short. */
function warmAgainStep(
  state: SessionState,
  run: RunState | null,
  mould: MouldState,
  celsius: number,
): Step {
  const { name } = mould.mould;
  const { short, peeled } = spoiledBy(state, run, mould, celsius);
  const spoils =
    peeled > short ? `${shareSaid(peeled)} would peel` : `${shareSaid(short)} would come short`;
  const takes = plateTakes(state, run, mould, celsius);
  const to = warmsTo(state, run, mould);
  return {
    ...warming(mould, to),
    sentence: phrase`Warm ${name} again to ${saidHeat(to)}: metal ${saidHeat(celsius)}, ${spoils}`,
    detail: joined([
      phrase`It is to be ${saidHeat(shotIn(state, run, mould))} when it is shot; `,
      `${BY[waysOf(state.snapshot.input.settings).warmed].by} that takes about ${lasting(takes)}, `,
      'less than the baits it saves.',
    ]),
    skip: skipOf('warmMouldAgain', mould),
  };
}

/** A mould warmed for its first shot, and again when it has gone too cold. */
export const warmMould = eachColdMould(({ state, run }, mould, wants) => {
  if (wants.what === 'first') return firstWarmStep(state, run, mould);
  return wants.what === 'again' ? warmAgainStep(state, run, mould, wants.celsius) : null;
});
