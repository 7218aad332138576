import { drawnAfter } from '../../heat/match.ts';
import { joined, phrase, saidHeat } from '../../quantity/phrase.ts';
import type { HeatAnswer } from '../foresee/types.ts';
import { drawWarnings } from '../guard.ts';
import { mouldDrawWarnings } from '../guard/mould.ts';
import type { Warning } from '../guard/warnings.ts';
import type { RunState, SessionState } from '../state.ts';
import type { Send, Step } from '../step.ts';
import { drawSaid } from '../steps/barrels/draw.ts';
import { freeMould } from '../steps/work.ts';
import { heatShown } from './heatShown.ts';
import { letter } from './words.ts';

type Barrels = Extract<Send, { kind: 'drawn' }>['payload']['barrels'];

/**
 * K by which what is drawn is off its cup's heat at its turn: a hand quicker or slower by 2 s, where
 * a cup loses a kelvin in four (judgements).
 */
const DRAWN_SD = 0.5;
/** K under which a cup is as hot as another to whoever draws them (judgement). */
const AS_HOT = 0.5;

const byTurn = (barrels: Barrels): Barrels =>
  [...barrels].sort((one, other) => (one.nth ?? 0) - (other.nth ?? 0));

/**
 * Barrels in the order they are drawn, each at the heat its cup will have then. The hottest comes
 * first: what waits in a barrel cools there four times as fast as in its cup (`barrel.ts`), so
 * what is drawn last would be the hottest in the mould by a degree for every three or four seconds.
 */
function inTurn(
  barrels: Barrels,
  answer: HeatAnswer,
  now: number,
): { barrels: Barrels; hottest: boolean } {
  const heatOf = (cup: string, nth: number) =>
    heatShown(answer, cup, now + 1000 * drawnAfter(nth, barrels.length));
  const heats = barrels.map(({ cup }) => heatOf(cup, 1)?.celsius);
  const known = heats.filter((heat) => heat !== undefined);
  const hottest =
    known.length > 1 &&
    known.length === barrels.length &&
    Math.max(...known) - Math.min(...known) > AS_HOT;
  const order = barrels.map((_, at) => at);
  if (hottest) order.sort((one, other) => heats[other]! - heats[one]!);
  return {
    hottest,
    barrels: barrels.map((barrel, at) => {
      const nth = order.indexOf(at) + 1;
      const heat = heatOf(barrel.cup, nth);
      if (!heat) return { ...barrel, nth };
      const sd = Math.round(100 * Math.hypot(heat.sd, DRAWN_SD)) / 100;
      return { ...barrel, nth, celsius: heat.celsius, sd };
    }),
  };
}

/** What the mould that is to be filled wants said before plastic is drawn for it. */
function closedFor(state: SessionState, run: RunState): Warning[] {
  const turn = freeMould(state, run);
  return turn ? mouldDrawWarnings(state, turn.mould, turn.run) : [];
}
/**
 * A draw, recorded at the heats its cups have while it is made; what readings alone would have
 * warned of falls away.
 */
export function drawTold(state: SessionState, draw: Step, answer: HeatAnswer, now: number): Step {
  if (draw.send?.kind !== 'drawn') return draw;
  const { barrels, hottest } = inTurn(draw.send.payload.barrels, answer, now);
  const run = state.runs.get(draw.send.payload.job);
  const foreseen = new Map(
    barrels.flatMap(({ cup, celsius, sd }) =>
      celsius === undefined || sd === undefined ? [] : [[cup, { celsius, sd }] as const],
    ),
  );
  const doubts = [...foreseen.keys()].flatMap((cup) => {
    const doubted = answer.cups[cup]?.doubted ?? null;
    return doubted === null
      ? []
      : [
          joined([
            phrase`${letter(state, cup)} was read at ${saidHeat(doubted)}, which `,
            'does not fit: read it again.',
          ]),
        ];
  });
  return {
    ...draw,
    ...(hottest && { sentence: drawSaid(state, byTurn(barrels), true) }),
    send: { kind: 'drawn', payload: { ...draw.send.payload, barrels } },
    warnings: [
      ...doubts,
      ...(run
        ? [...drawWarnings(state, run, now, { foreseen }), ...closedFor(state, run)].map(
            (warning) => warning.sentence,
          )
        : []),
    ],
  };
}
