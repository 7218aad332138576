import { joined, phrase, type Phrase, saidHeat } from '../quantity/phrase.ts';
import type { HeatAnswer } from './foresee/types.ts';
import type { SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';
import { SAFETY } from './step.ts';
import { EYE } from './words.ts';

/** A cup too hot, said across the whole bench until it is known to be cooler. */
export interface HeatCaution {
  cup: string;
  level: 'ceiling' | 'alarm';
  sentence: Phrase;
  act: Phrase;
}

/** A reading older than this, s, gives way to what is reckoned of the cup since. */
const HOLDS = 60;

/**
 * What is known of how hot a cup is, for safety: the last reading while it is fresh, else the warm
 * end of what is reckoned.
 */
function hottest(
  cup: CupState,
  answer: HeatAnswer | null,
  now: number,
): { celsius: number; read: boolean; smokes: boolean } | null {
  const { reading } = cup;
  const seen = answer?.cups[cup.key]?.now ?? null;
  const fresh = reading !== null && now - reading.at <= HOLDS * 1000;
  // Nothing reckoned takes back a reading until the cup has had the time to cool.
  if (reading && (fresh || seen === null))
    return {
      celsius: reading.stage ? reading.low : reading.celsius,
      read: true,
      smokes: reading.stage === 'smoke',
    };
  return seen ? { celsius: seen.celsius, read: false, smokes: false } : null;
}

/** Every cup over what its plastisol stands (handbook §2 step 7, §7), the worst first. */
export function heatCautions(
  state: SessionState,
  answer: HeatAnswer | null,
  now: number,
): HeatCaution[] {
  return [...state.cups.values()]
    .filter((cup) => cup.charges > 0)
    .flatMap((cup): HeatCaution[] => {
      const at = hottest(cup, answer, now);
      if (!at) return [];
      const heat = at.smokes
        ? `${cup.letter} smokes`
        : phrase`${cup.letter} is ${at.read ? '' : 'reckoned at '}${saidHeat(at.celsius)}`;
      if (at.smokes || at.celsius >= cup.limits.alarm) {
        return [
          {
            cup: cup.key,
            level: 'alarm',
            sentence: joined([
              heat,
              at.smokes ? '' : phrase`: it breaks down at ${saidHeat(cup.limits.alarm)}`,
              '. Stop heating.',
            ]),
            act:
              `Get ${cup.letter} outside and leave until the air is clear: scorched PVC gives off ` +
              `hydrogen chloride. ${SAFETY}`,
          },
        ];
      }
      if (at.celsius < cup.limits.ceiling) return [];
      return [
        {
          cup: cup.key,
          level: 'ceiling',
          sentence: phrase`${heat}, over its ${saidHeat(cup.limits.ceiling)}: out of the oven, stir, air.`,
          act: `It yellows from here: use ${cup.letter} for a dark colour, or blend it. ${SAFETY}`,
        },
      ];
    })
    .sort((one, other) => (one.level === other.level ? 0 : one.level === 'alarm' ? -1 : 1));
}

/** What smoke seen at a cup is recorded as: a heat, by eye, and the trouble with its name on it. */
export const smokeAt = (
  cup: CupState,
): (
  | {
      kind: 'reading';
      payload: { target: { kind: 'cup'; key: string }; celsius: null; stage: 'smoke'; from: 'eye' };
    }
  | { kind: 'trouble'; payload: { about: string; what: string } }
)[] => [
  {
    kind: 'reading',
    payload: { target: { kind: 'cup', key: cup.key }, celsius: null, stage: 'smoke', from: 'eye' },
  },
  { kind: 'trouble', payload: { about: cup.letter, what: `${EYE.smoke.name} at ${cup.letter}` } },
];
