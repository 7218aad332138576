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

/**
 * What a skip of the match for the next draw is recorded as; null where a hand has skipped it: it
 * is drawn as the cups are.
 */

export function matchSkip(
  state: SessionState,
  run: RunState,
): { step: string; target: string } | null {
  const injector = injectorOf(state, run)!;
  const target = `${injector.key}:${injector.draws}`;
  return state.skips.has(`match:${target}`) ? null : { step: 'match', target };
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
  const { units, bench } = state.snapshot;
  const poured = `${mould.key}:${mould.cycles}:${mould.pours.length}`;
  const skip = shot
    ? matchSkip(state, run)
    : state.skips.has(`match:${poured}`)
      ? null
      : { step: 'match', target: poured };
  if (!skip) return null;
  // By hand only the cup about to be poured must be hot.
  const next = unpoured(run, mould)[0];
  const cups = shot
    ? heatCups(state, run)
    : cupsOf(state, run).filter((cup) => cup.key === String(run.job.layers[next?.key ?? '']));
  const unread = cups.filter((cup) => !isFresh(cup, now, bench.stale));
  const gap = gapOf(cups);
  const { low, high } = windowNow(state, run);
  const hotter = hotterFor(state, run);
  const coldest = [...cups].sort(
    (one, other) => (one.reading?.celsius ?? 0) - (other.reading?.celsius ?? 0),
  )[0];
  const under = cups.find((cup) => cup.reading && cup.reading.high < low);
  const over = cups.find((cup) => cup.reading && cup.reading.low > high);
  const apart = shot && gap !== null && gap > apartOf(state, run);
  if (cups.length === 0 || (unread.length === 0 && !apart && !under && !over)) return null;
  // One too hot is let cool before the other is heated after it.
  const first = unread[0] ?? under ?? over ?? coldest ?? cups[0]!;
  const pair = and(cups.map((cup) => readSo(cup, units)));
  const sentence =
    unread.length > 0
      ? `Stir and read ${and(unread.map((cup) => cup.letter))}; ${degrees(low, units)} to ` +
        `${degrees(high, units)} is wanted`
      : under
        ? `${under.letter} is ${justOr(low - under.reading!.celsius, units)} under: a short burst, ` +
          'stir, read'
        : over
          ? `${over.letter} is ${degreesApart(over.reading!.celsius - high, units)} over: ` +
            'let it cool, stir, read'
          : `${coldest!.letter} is ${degreesApart(gap ?? 0, units)} colder: a short burst, stir, read`;
  return {
    key: 'match',
    target: shot ? injectorOf(state, run)!.key : mould.key,
    sentence,
    detail:
      `${pair}. The window is ${degrees(low, units)} to ${degrees(high, units)}` +
      `${hotter > 0 ? `, ${degreesApart(hotter, units)} up for what came short` : ''}.` +
      (cups.length > 1 ? ` ${degreesApart(apartOf(state, run), units)} apart is allowed.` : ''),
    label: `Read ${first.letter}`,
    read: { kind: 'cup', key: first.key },
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
