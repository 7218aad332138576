import { joined, phrase, type Phrase, saidHeat } from '../../../quantity/phrase.ts';
import { degasDue } from '../../../plan/degas.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { SessionState } from '../../state.ts';
import type { CupState } from '../../state/cup.ts';
import type { Step } from '../../step.ts';
import { eachCup, eachFusedCup } from '../atBench.ts';
import { potSaid } from './pot.ts';

/** Into the vacuum pot. */
const degas = (
  cup: CupState,
  key: 'degasCold' | 'degasBefore' | 'degasAfter',
  step: Pick<Step, 'sentence' | 'detail'>,
): Step => ({
  key,
  target: cup.key,
  ...step,
  label: 'It is degassed',
  send: { kind: 'degassed', payload: { cup: cup.key, when: WHEN[key] } },
  skip: skipOf(key, cup),
  caution:
    key === 'degasCold'
      ? 'A cracked lid implodes. Let air in slowly.'
      : 'A hot cup froths over; a cracked lid implodes. Let air in slowly.',
});
const WHEN = {
  degasCold: 'cold',
  degasBefore: 'before colour',
  degasAfter: 'after colour',
} as const;
/** Whether a cup is to be degassed at this moment and is not yet. */
const isDue = (state: SessionState, cup: CupState, key: keyof typeof WHEN): boolean =>
  degasDue(cup.degas, WHEN[key], cup.degassed?.when ?? null) && !isSkipped(state, key, cup);
/** °C a cup is to have when it goes into the pot hot, and under which it is too thick. */
const POT_HOT = { goingIn: 170, least: 160 } as const;
/** How hot a cup goes into the pot, as it is said. */
const hotInto = ({ letter }: CupState): Phrase =>
  phrase`Degas ${letter} hot, ${saidHeat(POT_HOT.goingIn)} or more going in`;

export const degasCold = eachCup(({ state }, cup) =>
  cup.charges > 0 && isDue(state, cup, 'degasCold')
    ? degas(cup, 'degasCold', {
        sentence: `Degas ${cup.letter} cold, 3 min or more`,
        detail: potSaid(state, cup),
      })
    : null,
);
export const degasBefore = eachFusedCup(({ state }, cup) =>
  isDue(state, cup, 'degasBefore')
    ? degas(cup, 'degasBefore', {
        sentence: hotInto(cup),
        detail: joined([
          potSaid(state, cup),
          phrase` Below ${saidHeat(POT_HOT.least)} it is too thick to let go of air: `,
          'take it out and reheat it.',
        ]),
      })
    : null,
);
export const degasAfter = eachFusedCup(({ state }, cup) =>
  cup.coloured && isDue(state, cup, 'degasAfter')
    ? degas(cup, 'degasAfter', {
        sentence: hotInto(cup),
        detail: phrase`${potSaid(state, cup)} Stirring afterwards puts bubbles back.`,
      })
    : null,
);
