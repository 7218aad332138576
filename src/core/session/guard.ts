import { Z80 } from '../quantiles.ts';
import { RUNS, VISCOSITY } from '../material/viscosity.ts';
import {
  listed,
  joined,
  phrase,
  type Phrase,
  saidAmount,
  saidApart,
  saidFlake,
  saidHeat,
} from '../quantity/phrase.ts';
import { bleeding, missingIngredients, strangeFlake } from './colouring.ts';
import { heatCups } from './guard/cups.ts';
import type { Warning } from './guard/warnings.ts';
import { DEGAS } from '../plan/degas.ts';
import { apartOf, gapOf, isTest, windowNow } from './guard/window.ts';
import { settled } from './settled.ts';
import type { RunState, SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';

/** A cup about to be drawn from, with what it is taken to be at. */
interface Drawing {
  state: SessionState;
  cup: CupState;
  now: number;
  window: { low: number; high: number };
  /** its reading, or what is foreseen of it for the draw; null where neither is known */
  reading: { at: number; celsius: number; low: number; high: number } | null;
}
type Wrong = (drawing: Drawing) => Phrase | null;

const unread: Wrong = ({ cup, reading }) => (reading ? null : `${cup.letter} has not been read.`);
const stale: Wrong = ({ state, cup, now, reading }) =>
  reading && now - reading.at > state.snapshot.bench.stale * 1000
    ? `${cup.letter} was read ${Math.round((now - reading.at) / 1000)} s ago; it has cooled since.`
    : null;
const cold: Wrong = ({ cup, window, reading }) =>
  reading && reading.high < window.low
    ? phrase`${cup.letter} is ${saidApart(window.low - reading.celsius)} under the window.`
    : null;
const hot: Wrong = ({ cup, window, reading }) =>
  reading && reading.low > window.high
    ? phrase`${cup.letter} is ${saidApart(reading.celsius - window.high)} over the window.`
    : null;
const unfused: Wrong = ({ cup }) =>
  cup.fused
    ? null
    : joined([
        phrase`${cup.letter} has not been seen at ${saidAmount(cup.limits.fusion, 'temperature')} `,
        'or clear since it was charged.',
      ]);
const uncoloured: Wrong = ({ cup }) =>
  cup.coloured ? null : `${cup.letter} is not marked as coloured.`;
const forgotten: Wrong = ({ state, cup }) => {
  const lacks = cup.coloured ? missingIngredients(cup, state.snapshot.colour.materials) : [];
  return lacks.length > 0
    ? `${cup.letter} has no ${lacks.map((lack) => lack.what).join(', no ')} in it yet.`
    : null;
};
const bleeds: Wrong = ({ state, cup, reading }) => {
  const weak = bleeding(cup, state.snapshot.colour.materials).filter(
    (material) => reading && reading.celsius > material.heat - 2,
  );
  if (weak.length === 0) return null;
  const stands = saidHeat(Math.min(...weak.map((material) => material.heat)));
  return joined([
    `${cup.letter} is too hot for ${weak.map((material) => material.name).join(', ')}: `,
    phrase`${weak.length > 1 ? 'their dye stands' : 'its dye stands'} ${stands}, and bleeds.`,
  ]);
};
const stirred: Wrong = ({ cup: { letter, degas, degassed } }) =>
  degassed && degassed.stirs >= DEGAS[degas].stirs
    ? `${letter} was stirred ${degassed.stirs === 1 ? 'once' : `${degassed.stirs} times`} since ` +
      'it was degassed: bubbles are back. Slow turns, or the pot again.'
    : null;

const sunk: Wrong = ({ state, cup, now }) => {
  const down = settled(cup, state.snapshot.colour.materials, now);
  return down && down.left <= 0
    ? joined([
        phrase`${down.what} has sunk ${saidAmount(down.sunk, 'length', 0)} `,
        phrase`of ${saidAmount(down.depth, 'length', 0)} in ${cup.letter} since it was stirred: stir.`,
      ])
    : null;
};

/** Flake of other sizes than the mix wants, one by one. */
const otherFlakes = ({ state, cup }: Drawing): Warning[] => {
  return strangeFlake(cup, state.snapshot.colour.materials).map(({ what, size, wanted }) => ({
    code: 'otherFlake',
    sentence: joined([
      phrase`${cup.letter} has ${what} in it, ${saidFlake(size)}; its mix wants `,
      phrase`${saidFlake(wanted)}. Is that meant?`,
    ]),
  }));
};

/** What can be wrong with a cup, before and after its flake is looked at. */
const OF_CUP: [Warning['code'], Wrong][] = [
  ['unread', unread],
  ['stale', stale],
  ['cold', cold],
  ['hot', hot],
  ['unfused', unfused],
  ['uncoloured', uncoloured],
  ['forgotten', forgotten],
];
const AFTER_FLAKE: [Warning['code'], Wrong][] = [
  ['bleeds', bleeds],
  ['settled', sunk],
  ['stirred', stirred],
];
const wrongIn = (drawing: Drawing, table: [Warning['code'], Wrong][]): Warning[] =>
  table.flatMap(([code, wrong]) => {
    const sentence = wrong(drawing);
    return sentence === null ? [] : [{ code, sentence }];
  });

/** Heats of cups as reckoned for a draw, °C, by the cup's key. */
type ForeseenHeats = ReadonlyMap<string, { celsius: number; sd: number }>;

/** Cups of several layers that are too far apart in heat, or run apart on the blade. */
function apartWarnings(
  state: SessionState,
  run: RunState,
  cups: readonly CupState[],
  foreseen: ForeseenHeats,
): Warning[] {
  if (run.stage.layers.length < 2) return [];
  const heats = cups.flatMap((cup) => foreseen.get(cup.key)?.celsius ?? []);
  const gap =
    heats.length === cups.length && cups.length > 0
      ? Math.max(...heats) - Math.min(...heats)
      : gapOf(cups);
  const allowed = apartOf(state, run);
  const out: Warning[] = [];
  if (gap !== null && gap > allowed)
    out.push({
      code: 'unmatched',
      sentence: joined([
        phrase`${listed(cups.map((cup) => cup.letter))} are ${saidApart(gap)} apart; `,
        phrase`${saidApart(allowed)} is allowed.`,
      ]),
    });
  if (run.job.colourway.line === 'soft') return out;
  for (const cup of cups.filter((other) => other.runs !== 'alike')) {
    const by = Math.abs(Math.log2(RUNS[cup.runs])) * VISCOSITY.halves;
    out.push({
      code: 'runsApart',
      sentence: joined([
        phrase`${cup.letter} runs ${cup.runs} on the blade: ${saidApart(by)} `,
        `${cup.runs === 'thicker' ? 'hotter' : 'cooler'} would even it.`,
      ]),
    });
  }
  return out;
}

/** What is foreseen of a cup, as a reading of now. */
const asReading = (now: number, { celsius, sd }: { celsius: number; sd: number }) => ({
  at: now,
  celsius,
  low: celsius - Z80 * sd,
  high: celsius + Z80 * sd,
});

/**
 * What is wrong with drawing these cups now.
 * @param only the one cup that is poured from, where nothing is drawn
 * @param foreseen they count instead of readings gone stale
 */
export function drawWarnings(
  state: SessionState,
  run: RunState,
  now: number,
  { only, foreseen = new Map() }: { only?: string; foreseen?: ForeseenHeats } = {},
): Warning[] {
  const cups =
    only === undefined
      ? heatCups(state, run)
      : [state.cups.get(only)].filter((cup): cup is CupState => cup !== undefined);
  // Under its own window a run is cold; over the one that went up for what came short it is hot.
  const asked = windowNow(state, run);
  const window = { low: isTest(run) ? asked.low : run.tools.window.low, high: asked.high };
  const own = cups.flatMap((cup) => {
    const told = foreseen.get(cup.key);
    const reading = told ? asReading(now, told) : cup.reading;
    const drawing: Drawing = { state, cup, now, window, reading };
    return [...wrongIn(drawing, OF_CUP), ...otherFlakes(drawing), ...wrongIn(drawing, AFTER_FLAKE)];
  });
  return only === undefined ? [...own, ...apartWarnings(state, run, cups, foreseen)] : own;
}
