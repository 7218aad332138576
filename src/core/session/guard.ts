import { degrees, degreesApart, say, sayFlake } from '../quantity/index.ts';
import { Z80 } from '../heat/index.ts';
import { RUNS, VISCOSITY } from '../material/index.ts';
import { bleeding, missingIngredients, strangeFlake } from './colouring.ts';
import type { RunState, SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';
import type { Warning } from './guard/warnings.ts';
import { heatCups } from './guard/cups.ts';
import { windowNow, STIRS, gapOf, apartOf } from './guard/window.ts';

/**
 * What is wrong with drawing these cups now.
 * @param only the one cup that is poured from, where nothing is drawn
 * @param foreseen heats of cups as reckoned for the draw, °C: they count instead of readings gone
 * stale
 */
export function drawWarnings(
  state: SessionState,
  run: RunState,
  now: number,
  {
    only,
    foreseen = new Map(),
  }: { only?: string; foreseen?: ReadonlyMap<string, { celsius: number; sd: number }> } = {},
): Warning[] {
  const { units, bench } = state.snapshot;
  const cups =
    only === undefined
      ? heatCups(state, run)
      : [state.cups.get(only)].filter((cup): cup is CupState => cup !== undefined);
  const out: Warning[] = [];
  // Under its own window a run is cold; over the one that went up for what came short it is hot.
  const window = { low: run.tools.window.low, high: windowNow(state, run).high };
  for (const cup of cups) {
    const { letter } = cup;
    const told = foreseen.get(cup.key);
    const reading = told
      ? {
          at: now,
          celsius: told.celsius,
          low: told.celsius - Z80 * told.sd,
          high: told.celsius + Z80 * told.sd,
        }
      : cup.reading;
    if (!reading) out.push({ code: 'unread', sentence: `${letter} has not been read.` });
    else if (now - reading.at > bench.stale * 1000)
      out.push({
        code: 'stale',
        sentence: `${letter} was read ${Math.round((now - reading.at) / 1000)} s ago; it has cooled since.`,
      });
    if (reading && reading.high < window.low)
      out.push({
        code: 'cold',
        sentence: `${letter} is ${degreesApart(window.low - reading.celsius, units)} under the window.`,
      });
    if (reading && reading.low > window.high)
      out.push({
        code: 'hot',
        sentence: `${letter} is ${degreesApart(reading.celsius - window.high, units)} over the window.`,
      });
    if (!cup.fused)
      out.push({
        code: 'unfused',
        sentence:
          `${letter} has not been seen at ${say(cup.limits.fusion, 'temperature', units)} or ` +
          'clear since it was charged.',
      });
    if (!cup.coloured)
      out.push({ code: 'uncoloured', sentence: `${letter} is not marked as coloured.` });
    const lacks = cup.coloured ? missingIngredients(cup, state.snapshot.colour.materials) : [];
    if (lacks.length > 0)
      out.push({
        code: 'forgotten',
        sentence: `${letter} has no ${lacks.map((lack) => lack.what).join(', no ')} in it yet.`,
      });
    for (const { what, size, wanted } of strangeFlake(cup, state.snapshot.colour.materials))
      out.push({
        code: 'otherFlake',
        sentence:
          `${letter} has ${what} in it, ${sayFlake(size, units)}; its mix wants ` +
          `${sayFlake(wanted, units)}. Is that meant?`,
      });
    const weak = bleeding(cup, state.snapshot.colour.materials).filter(
      (material) => reading && reading.celsius > material.heat - 2,
    );
    if (weak.length > 0)
      out.push({
        code: 'bleeds',
        sentence:
          `${letter} is too hot for ${weak.map((material) => material.name).join(', ')}: ` +
          `${weak.length > 1 ? 'their dye stands' : 'its dye stands'} ` +
          `${degrees(Math.min(...weak.map((material) => material.heat)), units)}, and bleeds.`,
      });
    if (cup.degassed && cup.stirs >= STIRS[cup.degas])
      out.push({
        code: 'stirred',
        sentence:
          `${letter} was stirred ${cup.stirs === 1 ? 'once' : `${cup.stirs} times`} since it ` +
          'was degassed: bubbles are back. Slow turns, or the pot again.',
      });
  }
  const gap =
    cups.every((cup) => foreseen.has(cup.key)) && cups.length > 0
      ? Math.max(...cups.map((cup) => foreseen.get(cup.key)!.celsius)) -
        Math.min(...cups.map((cup) => foreseen.get(cup.key)!.celsius))
      : gapOf(cups);
  if (
    only === undefined &&
    run.stage.layers.length > 1 &&
    gap !== null &&
    gap > apartOf(state, run)
  ) {
    out.push({
      code: 'unmatched',
      sentence:
        `${cups.map((cup) => cup.letter).join(' and ')} are ${degreesApart(gap, units)} ` +
        `apart; ${degreesApart(apartOf(state, run), units)} is allowed.`,
    });
  }
  const unlike = cups.filter((cup) => cup.runs !== 'alike');
  if (only === undefined && run.stage.layers.length > 1 && run.job.colourway.line !== 'soft') {
    for (const cup of unlike) {
      const by = Math.abs(Math.log2(RUNS[cup.runs])) * VISCOSITY.halves;
      out.push({
        code: 'runsApart',
        sentence:
          `${cup.letter} runs ${cup.runs} on the blade: ${degreesApart(by, units)} ` +
          `${cup.runs === 'thicker' ? 'hotter' : 'cooler'} would even it.`,
      });
    }
  }
  return out;
}
