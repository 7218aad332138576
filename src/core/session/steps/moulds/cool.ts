import { clock } from '../../../quantity/format.ts';
import { isNever } from '../../habits.ts';
import { type Cooling, coolingOf, type MouldState } from '../../state/mould.ts';
import type { Step } from '../../step.ts';
import type { AtBench, Decide } from '../atBench.ts';

const coolStep = (mould: MouldState, phase: Cooling, { state, now }: AtBench): Step => ({
  key: 'cool',
  target: mould.key,
  sentence: `${mould.mould.name} opens in ${clock((phase.readyAt - now) / 1000)}`,
  detail:
    !phase.looked && phase.lookAt > now && !isNever(state, 'secondLook', mould.key)
      ? `Look at its sprue again in ${clock((phase.lookAt - now) / 1000)}.`
      : 'Nothing to do by hand until then.',
  label: 'Open it now',
  until: phase.readyAt,
  send: { kind: 'mouldOpened', payload: { mould: mould.key } },
});

/** Moulds that only cool, the soonest ready first. */
export const cool: Decide = (bench) =>
  [...bench.state.moulds.values()]
    .flatMap((mould) => {
      const phase = coolingOf(mould);
      return phase && phase.readyAt > bench.now ? [{ mould, phase }] : [];
    })
    .sort((one, other) => one.phase.readyAt - other.phase.readyAt)
    .map(({ mould, phase }) => coolStep(mould, phase, bench));
