import { handsAfter } from '../../../heat/open.ts';
import { FIRM } from '../../../heat/constants.ts';
import { heatOfMould } from '../../../plan/mouldHeat.ts';
import { lasting } from '../../../quantity/format.ts';
import type { SessionState } from '../../state.ts';
import { coolingOf, type MouldState } from '../../state/mould.ts';
import { eachMould } from './each.ts';

/**
 * When bare hands may take the baits: from the heat they open at, less what they stood longer than
 * they had to.
 * @param stood s
 */
function bareHands(state: SessionState, mould: MouldState, stood: number): string {
  const { section } = heatOfMould(mould.mould);
  const left = handsAfter(section, FIRM.mean, state.roomCelsius ?? 20) - stood;
  return left > 0
    ? `Bare hands in about ${lasting(left)}.`
    : 'They are cool enough for bare hands.';
}

export const open = eachMould(({ state, mould, now }) => {
  const cooling = coolingOf(mould);
  if (!cooling || now < cooling.readyAt) return null;
  const { readyAt } = cooling;
  const { name, letsGo, closure } = mould.mould;
  const poured = closure === 'open';
  const side = letsGo === 'either' ? 'either side up' : `${letsGo} side up`;
  return {
    key: 'open',
    target: mould.key,
    sentence: poured ? `Lift the baits out of ${name}` : `Open ${name}, ${side}`,
    detail:
      `It has cooled ${lasting((now - mould.since) / 1000)}. ` +
      `${poured ? 'Ease them out from the thick end.' : 'Hold the sprue down with a finger.'} ` +
      `${bareHands(state, mould, Math.max(0, now - readyAt) / 1000)}`,
    label: poured ? 'They are out' : 'It is open',
    send: { kind: 'mouldOpened', payload: { mould: mould.key } },
    caution: 'Moulds get hotter as the session goes on: gloves.',
  };
});
