import { degrees, degreesApart, say } from '../../quantity/format.ts';
import type { ShopUnits } from '../../quantity/units.ts';
import { drawWarnings } from '../guard.ts';
import { heatCups, cupsOf } from '../guard/cups.ts';
import { unpoured, mouldDrawWarnings } from '../guard/mould.ts';
import { isFresh, gapOf, windowNow, hotterFor, apartOf } from '../guard/window.ts';
import type { SessionState, RunState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import type { Step } from '../step.ts';
import { injectorOf, type Turn, and } from './work.ts';
import { drawVolumes } from './filling.ts';
import { layerCupKey } from '../layerCup.ts';
import { isLeftOut, type Skip, skipOf } from '../skips.ts';

/**
 * What a skip of the match for the next draw is recorded as; null where a hand has skipped it: it
 * is drawn as the cups are.
 */

export function matchSkip(state: SessionState, run: RunState): Skip | null {
  const skip = skipOf('match', injectorOf(state, run)!);
  return isLeftOut(state, skip) ? null : skip;
}
/** Cups to be matched: of the next draw, or the one about to be poured by hand. */
const cupsToMatch = (state: SessionState, { run, mould }: Turn, shot: boolean): CupState[] => {
  if (shot) return heatCups(state, run);
  const next = unpoured(run, mould)[0];
  return cupsOf(state, run).filter((cup) => cup.key === layerCupKey(run, next?.key ?? ''));
};
/** The match for the next pour by hand, as its skip is recorded; null where it was skipped. */
const pourSkip = (state: SessionState, { mould }: Turn) => {
  const skip = skipOf('matchPour', mould);
  return isLeftOut(state, skip) ? null : skip;
};

/** What of the cups is not as it must be, the first that is to be seen to; null where all is well. */
function unlike(
  state: SessionState,
  run: RunState,
  cups: readonly CupState[],
  { now, together }: { now: number; together: boolean },
): { cup: CupState; sentence: string } | null {
  const { units, bench } = state.snapshot;
  const { low, high } = windowNow(state, run);
  const unread = cups.filter((cup) => !isFresh(cup, now, bench.stale));
  if (unread.length > 0)
    return {
      cup: unread[0]!,
      sentence:
        `Stir and read ${and(unread.map((cup) => cup.letter))}; ${degrees(low, units)} to ` +
        `${degrees(high, units)} is wanted`,
    };
  const under = cups.find((cup) => cup.reading && cup.reading.high < low);
  if (under)
    return {
      cup: under,
      sentence:
        `${under.letter} is ${justOr(low - under.reading!.celsius, units)} under: a short burst, ` +
        'stir, read',
    };
  // One too hot is let cool before the other is heated after it.
  const over = cups.find((cup) => cup.reading && cup.reading.low > high);
  if (over)
    return {
      cup: over,
      sentence:
        `${over.letter} is ${degreesApart(over.reading!.celsius - high, units)} over: ` +
        'let it cool, stir, read',
    };
  const gap = gapOf(cups);
  if (!together || gap === null || gap <= apartOf(state, run)) return null;
  const celsius = (cup: CupState) => cup.reading?.celsius ?? 0;
  const coldest = [...cups].sort((one, other) => celsius(one) - celsius(other))[0]!;
  return {
    cup: coldest,
    sentence: `${coldest.letter} is ${degreesApart(gap, units)} colder: a short burst, stir, read`,
  };
}

/** The window a run's cups are wanted in, as it is said. */
function saysWindow(state: SessionState, run: RunState): string {
  const { units } = state.snapshot;
  const { low, high } = windowNow(state, run);
  const hotter = hotterFor(state, run);
  const up = hotter > 0 ? `, ${degreesApart(hotter, units)} up for what came short` : '';
  return `The window is ${degrees(low, units)} to ${degrees(high, units)}${up}.`;
}

/**
 * Every cup in the window and, where they flow together, at one heat: read last, because it goes
 * stale.
 * @param shot for the draw; else for what is poured by hand next
 */
export function matchStep(
  state: SessionState,
  turn: Turn,
  now: number,
  shot: boolean,
): Step | null {
  const { run, mould } = turn;
  const skip = shot ? matchSkip(state, run) : pourSkip(state, turn);
  if (!skip) return null;
  const cups = cupsToMatch(state, turn, shot);
  const wants = unlike(state, run, cups, { now, together: shot });
  if (!wants) return null;
  const { units } = state.snapshot;
  const window = saysWindow(state, run);
  return {
    key: 'match',
    target: shot ? injectorOf(state, run)!.key : mould.key,
    sentence: wants.sentence,
    detail:
      `${and(cups.map((cup) => readSo(cup, units)))}. ${window}` +
      (cups.length > 1 ? ` ${degreesApart(apartOf(state, run), units)} apart is allowed.` : ''),
    window,
    label: `Read ${wants.cup.letter}`,
    read: { kind: 'cup', key: wants.cup.key },
    skip,
  };
}
/** How far apart two heats are, or that they hardly are. */
const justOr = (kelvin: number, units: ShopUnits): string =>
  Math.round(kelvin) === 0 ? 'just' : degreesApart(kelvin, units);
const readSo = (cup: CupState, units: ShopUnits): string =>
  `${cup.letter} ${cup.reading ? degrees(cup.reading.celsius, units) : 'unread'}`;
export function drawStep(state: SessionState, turn: Turn, now: number): Step {
  const { run } = turn;
  const { units } = state.snapshot;
  const injector = injectorOf(state, run)!;
  const cups = heatCups(state, run);
  const gap = gapOf(cups);
  const volumes = drawVolumes(state, turn);
  const letterOf = (cup: string) => state.cups.get(cup)?.letter ?? '?';
  return {
    key: 'draw',
    target: injector.key,
    sentence:
      `Draw ${and(volumes.map(({ ml, cup }) => `${say(ml, 'volume', units)} of ${letterOf(cup)}`))}, ` +
      'slowly',
    detail:
      `${cups.map((cup) => readSo(cup, units)).join(', ')}` +
      `${gap !== null && cups.length > 1 ? `, ${degreesApart(gap, units)} apart` : ''}. ` +
      'Push out the air until every colour runs.',
    label: 'It is drawn',
    send: {
      kind: 'drawn',
      payload: {
        draw: `${injector.key}/${injector.draws + 1}`,
        injector: injector.key,
        job: run.key,
        barrels: volumes,
      },
    },
    warnings: [...drawWarnings(state, run, now), ...mouldDrawWarnings(state, turn.mould, run)].map(
      (warning) => warning.sentence,
    ),
    caution: 'Plastic at this heat sticks and burns: heat gloves, long sleeves, eye protection.',
  };
}
