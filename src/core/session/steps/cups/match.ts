import { and, joined, phrase, type Phrase, saidApart, saidHeat } from '../../../quantity/phrase.ts';
import { cupsOf, heatCups } from '../../guard/cups.ts';
import { apartOf, gapOf, hotterFor, isFresh, isTest, windowNow } from '../../guard/window.ts';
import { layerCupKey } from '../../layerCup.ts';
import { isLeftOut, type Skip, skipOf } from '../../skips.ts';
import type { RunState, SessionState } from '../../state.ts';
import type { CupState } from '../../state/cup.ts';
import type { Step } from '../../step.ts';
import type { Decide } from '../atBench.ts';
import { nextPour } from '../moulds/pour.ts';
import { injectorOf } from '../work.ts';

/**
 * What a skip of the match for the next draw is recorded as; null where a hand has skipped it: it
 * is drawn as the cups are.
 */
export function matchSkip(state: SessionState, run: RunState): Skip | null {
  const skip = skipOf('match', injectorOf(state, run)!);
  return isLeftOut(state, skip) ? null : skip;
}

/** Cups to be brought together, and for what. */
interface Matching {
  state: SessionState;
  now: number;
  run: RunState;
  cups: readonly CupState[];
  /** they are drawn together; else one is poured from by hand */
  drawn: boolean;
  target: string;
  skip: Skip;
}

/** Cups no reading is fresh of. */
const unread = ({ state, now, run, cups }: Matching): Unlike | null => {
  const stale = cups.filter((cup) => !isFresh(cup, now, state.snapshot.bench.stale));
  const { low, high } = windowNow(state, run);
  return stale.length === 0
    ? null
    : {
        cup: stale[0]!,
        sentence: joined([
          phrase`Stir and read ${and(stale.map((cup) => cup.letter))}; `,
          phrase`${saidHeat(low)} to ${saidHeat(high)} is wanted`,
        ]),
      };
};
const tooCold = ({ state, run, cups }: Matching): Unlike | null => {
  const { low } = windowNow(state, run);
  const cup = cups.find((cup) => cup.reading && cup.reading.high < low);
  if (!cup) return null;
  const under = low - cup.reading!.celsius;
  const by = Math.round(under) === 0 ? 'just' : phrase`${saidApart(under)}`;
  return { cup, sentence: phrase`${cup.letter} is ${by} under: a short burst, stir, read` };
};
/** One too hot is let cool before the other is heated after it. */
const tooHot = ({ state, run, cups }: Matching): Unlike | null => {
  const { high } = windowNow(state, run);
  const cup = cups.find((cup) => cup.reading && cup.reading.low > high);
  if (!cup) return null;
  const over = saidApart(cup.reading!.celsius - high);
  return { cup, sentence: phrase`${cup.letter} is ${over} over: let it cool, stir, read` };
};
const tooFarApart = ({ state, run, cups, drawn }: Matching): Unlike | null => {
  const gap = gapOf(cups);
  if (!drawn || gap === null || gap <= apartOf(state, run)) return null;
  const celsius = (cup: CupState) => cup.reading?.celsius ?? 0;
  const cup = [...cups].sort((one, other) => celsius(one) - celsius(other))[0]!;
  return {
    cup,
    sentence: phrase`${cup.letter} is ${saidApart(gap)} colder: a short burst, stir, read`,
  };
};

/** What of cups is not as it must be, and the one that is to be seen to. */
interface Unlike {
  cup: CupState;
  sentence: Phrase;
}
/** The first that holds is seen to. */
const UNLIKE = [unread, tooCold, tooHot, tooFarApart];

/** The window a run's cups are wanted in. */
function windowSaid(state: SessionState, run: RunState): Phrase {
  const { low, high } = windowNow(state, run);
  if (isTest(run)) {
    const { shots, ...test } = run.tools.tries!;
    // Sessions of before had no test of how long it is held.
    const hold = test.hold ?? null;
    return joined([
      `A test shot, ${run.done + 1} of ${shots}: `,
      hold === null ? '' : `it is held for ${hold} s; `,
      phrase`the window is ${saidHeat(low)} to ${saidHeat(high)}.`,
    ]);
  }
  const hotter = hotterFor(state, run);
  const up = hotter > 0 ? phrase`, ${saidApart(hotter)} up for what came short` : '';
  return phrase`The window is ${saidHeat(low)} to ${saidHeat(high)}${up}.`;
}
/** What a cup was read at. */
export const readSaid = ({ letter, reading }: CupState): Phrase =>
  phrase`${letter} ${reading ? saidHeat(reading.celsius) : 'unread'}`;

function matchStep(matching: Matching): Step[] {
  const { state, run, cups, target, skip } = matching;
  const wants = UNLIKE.map((of) => of(matching)).find((unlike) => unlike !== null);
  if (!wants) return [];
  const window = windowSaid(state, run);
  const allowed =
    cups.length > 1 ? phrase` ${saidApart(apartOf(state, run))} apart is allowed.` : '';
  return [
    {
      key: 'match',
      target,
      sentence: wants.sentence,
      detail: phrase`${and(cups.map(readSaid))}. ${window}${allowed}`,
      window,
      label: `Read ${wants.cup.letter}`,
      read: { kind: 'cup', key: wants.cup.key },
      skip,
    },
  ];
}

/**
 * Every cup of the next draw in the window and, where they flow together, at one heat: read last,
 * because it goes stale.
 */
export const match: Decide = ({ state, now, turn }) => {
  const injector = turn && injectorOf(state, turn.run);
  const skip = injector && matchSkip(state, turn.run);
  if (!skip) return [];
  const { run } = turn;
  const cups = heatCups(state, run);
  return matchStep({ state, now, run, cups, drawn: true, target: injector.key, skip });
};
/** The cup the next pour by hand is made from, in its window. */
export const matchPour: Decide = ({ state, now, turn }) => {
  const next = turn && nextPour(state, turn);
  if (!next) return [];
  const { run, mould } = turn;
  const skip = skipOf('matchPour', mould);
  const cups = cupsOf(state, run).filter((cup) => cup.key === layerCupKey(run, next.key));
  return isLeftOut(state, skip)
    ? []
    : matchStep({ state, now, run, cups, drawn: false, target: mould.key, skip });
};
