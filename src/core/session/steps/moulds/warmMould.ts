import { shareShort } from '../../../heat/cold.ts';
import { lasting } from '../../../quantity/format.ts';
import { joined, phrase, saidHeat } from '../../../quantity/phrase.ts';
import { type Ways, waysOf } from '../../../ways.ts';
import { skipOf } from '../../skips.ts';
import type { SessionState } from '../../state.ts';
import type { MouldState } from '../../state/mould.ts';
import type { Step } from '../../step.ts';
import { coldTonight } from '../../shotLessons.ts';
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
const warming = (mould: MouldState) =>
  ({
    key: 'warmMould',
    target: mould.key,
    send: { kind: 'warmed', payload: { target: { kind: 'mould', key: mould.key } } },
    label: 'It is warm',
    caution: 'Do not leave a heat gun or plate on by itself.',
  }) as const;

/** How metal is warmed, in words. */
const BY: Record<Ways['warmed'], { first: string; by: string }> = {
  plate: { first: 'A few minutes on the plate', by: 'on the plate' },
  gun: { first: 'Half a minute or more with the gun, all round', by: 'with the gun' },
};

/** For its first shot. */
function firstWarmStep(state: SessionState, mould: MouldState): Step {
  const read = mould.reading ? phrase` It was ${saidHeat(mould.reading.celsius)}.` : '';
  return {
    ...warming(mould),
    sentence: phrase`Warm ${mould.mould.name} to ${saidHeat(mould.mould.warmTo)}`,
    detail: joined([
      `${BY[waysOf(state.snapshot.input.settings).warmed].first}; on wood, not on metal. Last `,
      phrase`of all: it goes cold while it waits.${read}`,
    ]),
    skip: skipOf('warmMould', mould),
  };
}

/** When it has gone so cold that warming costs less than what would come short. */
function warmAgainStep(state: SessionState, mould: MouldState, celsius: number): Step {
  const { name, warmTo } = mould.mould;
  const short = shareSaid(shareShort(warmTo - celsius, coldTonight(state, mould).mean));
  const takes = plateTakes(state, mould, celsius);
  return {
    ...warming(mould),
    sentence: phrase`Warm ${name} again: metal ${saidHeat(celsius)}, ${short} would come short`,
    detail: joined([
      phrase`It likes ${saidHeat(warmTo)}; `,
      `${BY[waysOf(state.snapshot.input.settings).warmed].by} that takes about ${lasting(takes)}, `,
      'less than the baits it saves.',
    ]),
    skip: skipOf('warmMouldAgain', mould),
  };
}

/** A mould warmed for its first shot, and again when it has gone too cold. */
export const warmMould = eachColdMould(({ state }, mould, wants) => {
  if (wants.what === 'first') return firstWarmStep(state, mould);
  return wants.what === 'again' ? warmAgainStep(state, mould, wants.celsius) : null;
});
