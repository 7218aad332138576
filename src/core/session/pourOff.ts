import { colourFamily, drawnAs } from '../colour/index.ts';
import type { CupForecast } from './foresee/types.ts';
import { mixIn } from './mixIn.ts';
import type { SessionState, TubNamed } from './state.ts';
import type { CupState } from './state/cup.ts';
import type { Send } from './step.ts';
import type { Measured, WayOutKey } from './waysOut.ts';
import { WAYS_OUT } from './waysOut.ts';

/** Longest name a tub has. */
const MOST_NAME = 60;

/** The family of colours what a cup holds is sorted with: the name of its tub. */
export function tubNameOf(state: SessionState, cup: CupState): string {
  const { materials } = state.snapshot.colour;
  const { ladder } = mixIn(cup, cup.name, materials);
  return colourFamily(drawnAs({ ladder, colour: cup.colour }, materials));
}
/** What a cup left standing is known by. */
export const standingName = ({ snapshot }: SessionState, cup: CupState): string =>
  `${cup.name}, cup ${cup.letter}, ${snapshot.name}`.slice(0, MOST_NAME);

/** Shares of a cup a hand sees without a scale. */
export const PARTS = {
  all: { name: 'all of it', share: 1 },
  half: { name: 'about half', share: 1 / 2 },
  quarter: { name: 'about a quarter', share: 1 / 4 },
} as const;
export type PartKey = keyof typeof PARTS;

/** How much of a cup goes: a part of it by eye, or so many g that were weighed. */
export type HowMuch = { part: PartKey } | { weighed: number; all: boolean };

const gramsOf = (cup: CupState, much: HowMuch): { grams: number; all: boolean; how: Measured } =>
  'part' in much
    ? {
        grams: Math.max(0, cup.grams) * PARTS[much.part].share,
        all: much.part === 'all',
        how: much.part === 'all' ? 'level' : 'about',
      }
    : { grams: much.weighed, all: much.all, how: 'weighed' };

/** What is foreseen of a cup's heat, as an act carries it. */
export const heatTold = ({ now, left }: Pick<CupForecast, 'now' | 'left'>) => ({
  spent: Math.min(10, Math.max(0, 1 - left)),
  celsius: now.celsius,
  sd: Math.min(100, now.sd),
});

interface Asked {
  way: WayOutKey;
  much: HowMuch;
  /** the cup it is tipped into */
  into?: string;
  /** the tub it goes to; left out: that of its colour's family, or a cup of its own */
  tub?: TubNamed;
}

/**
 * What pouring off a cup records.
 * @param seen what is foreseen of the cup: its heat, and the heat it has left, go along
 */
export function pourOff(
  state: SessionState,
  cup: CupState,
  { way, much, into, tub }: Asked,
  seen?: Pick<CupForecast, 'now' | 'left'>,
): Send & { kind: 'pouredOff' } {
  const { keeps } = WAYS_OUT[way];
  const named = {
    tub: () => ({ name: tubNameOf(state, cup) }),
    cup: () => ({ name: standingName(state, cup) }),
  };
  return {
    kind: 'pouredOff',
    payload: {
      cup: cup.key,
      way,
      ...gramsOf(cup, much),
      ...(into === undefined ? {} : { into }),
      ...(keeps ? { tub: tub ?? named[keeps]() } : {}),
      ...(seen ? heatTold(seen) : {}),
    },
  };
}
