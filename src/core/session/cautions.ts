import { degrees } from '../quantity/index.ts';
import type { HeatAnswer } from './foresee.ts';
import type { CupState, SessionState } from './state.ts';
import { SAFETY } from './step.ts';
import { EYE } from './words.ts';

/** A cup too hot, said across the whole bench until it is known to be cooler. */
export interface HeatCaution {
  cup: string;
  level: 'ceiling' | 'alarm';
  sentence: string;
  act: string;
}

/** A reading older than this, s, gives way to what is reckoned of the cup since. */
const HOLDS = 60;

/** What is known of how hot a cup is, for safety: the last reading while it is fresh, else the warm end of what is reckoned. */
function hottest(
  c: CupState,
  answer: HeatAnswer | null,
  now: number,
): { celsius: number; read: boolean; smokes: boolean } | null {
  const { reading } = c;
  const seen = answer?.cups[c.key]?.now ?? null;
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
  s: SessionState,
  answer: HeatAnswer | null,
  now: number,
): HeatCaution[] {
  const { units } = s.snapshot;
  return [...s.cups.values()]
    .filter((c) => c.charges > 0)
    .flatMap((c): HeatCaution[] => {
      const at = hottest(c, answer, now);
      if (!at) return [];
      const heat = at.smokes
        ? `${c.letter} smokes`
        : `${c.letter} is ${at.read ? '' : 'reckoned at '}${degrees(at.celsius, units)}`;
      if (at.smokes || at.celsius >= c.limits.alarm) {
        return [
          {
            cup: c.key,
            level: 'alarm',
            sentence: `${heat}${at.smokes ? '' : `: it breaks down at ${degrees(c.limits.alarm, units)}`}. Stop heating.`,
            act: `Get ${c.letter} outside and leave until the air is clear: scorched PVC gives off hydrogen chloride. ${SAFETY}`,
          },
        ];
      }
      if (at.celsius < c.limits.ceiling) return [];
      return [
        {
          cup: c.key,
          level: 'ceiling',
          sentence: `${heat}, over its ${degrees(c.limits.ceiling, units)}: out of the oven, stir, air.`,
          act: `It yellows from here: use ${c.letter} for a dark colour, or blend it. ${SAFETY}`,
        },
      ];
    })
    .sort((a, b) => (a.level === b.level ? 0 : a.level === 'alarm' ? -1 : 1));
}

/** What smoke seen at a cup is recorded as: a heat, by eye, and the trouble with its name on it. */
export const smokeAt = (
  c: CupState,
): (
  | {
      kind: 'reading';
      payload: { target: { kind: 'cup'; key: string }; celsius: null; stage: 'smoke'; from: 'eye' };
    }
  | { kind: 'trouble'; payload: { about: string; what: string } }
)[] => [
  {
    kind: 'reading',
    payload: { target: { kind: 'cup', key: c.key }, celsius: null, stage: 'smoke', from: 'eye' },
  },
  { kind: 'trouble', payload: { about: c.letter, what: `${EYE.smoke.name} at ${c.letter}` } },
];
