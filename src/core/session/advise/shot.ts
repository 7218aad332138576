import { jointed } from '../../build/build.ts';
import { bleedChance, lineOf } from '../../colour/bleed.ts';
import type { Forecast } from '../../heat/forecast.ts';
import { bodyHeatFor, insertHeat, JOINT } from '../../heat/joint.ts';
import { bleedPrior, jointPrior } from '../../heat/learned.ts';
import { rigOf } from '../../plan/run.ts';
import { clock } from '../../quantity/format.ts';
import { and, joined, phrase, type Phrase, saidAmount, saidHeat } from '../../quantity/phrase.ts';
import { shares } from '../../shot/barrels.ts';
import { mouldHeat } from '../effects/mouldHeat.ts';
import { roomOf } from '../effects/mouldLoss.ts';
import type { HeatAnswer } from '../foresee/types.ts';
import { heatCups } from '../guard/cups.ts';
import type { RunState, SessionState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import { heldUntil, wentIn } from '../state/mould.ts';
import type { Step } from '../step.ts';
import { freeMould, runInHand } from '../steps/work.ts';
import { heatShown } from './heatShown.ts';

/** A push into a mould: which part comes short at this heat, and the heat that would fill it. */
export function shootStep(step: Step, answer: HeatAnswer): Step {
  const short = answer.moulds[step.target]?.short;
  if (!short) return step;
  const fills =
    short.heat === null
      ? 'no heat under the ceiling fills it: warm the mould'
      : phrase`${saidHeat(short.heat)} would fill it`;
  return {
    ...step,
    warnings: [
      ...(step.warnings ?? []),
      joined([
        'With mould and plastic as they are the thin end stops after ',
        phrase`${saidAmount(short.reach, 'length')} of ${saidAmount(short.length, 'length')}; ${fills}.`,
      ]),
    ],
  };
}
/** s that what is in a mould will have set for once its pressure is let go, or by now. */
export function stoodAt(state: SessionState, key: string, now: number): number {
  const mould = state.moulds.get(key);
  return mould ? (Math.max(heldUntil(mould), now) - wentIn(mould, now)) / 1000 : 0;
}
/**
 * Pressure let go: it sets since it went in, for as long as is reckoned for this bait, this mould
 * and this heat; what is said counts from here.
 * @param stood s it has set for by then
 */
export function holdStep(step: Step, answer: HeatAnswer, stood: number): Step {
  const mouldForeseen = answer.moulds[step.target];
  if (!mouldForeseen) return step;
  if (mouldForeseen.open === null)
    return {
      ...step,
      warnings: [
        ...(step.warnings ?? []),
        'The mould is so warm that this will hardly get firm: rest it after this shot.',
      ],
    };
  const left = (seconds: number): number => Math.max(1, Math.round(seconds - stood));
  const cool = left(mouldForeseen.open);
  const reckoned = left(mouldForeseen.firm ?? mouldForeseen.open);
  const firm =
    mouldForeseen.low !== null &&
    mouldForeseen.high !== null &&
    mouldForeseen.high - mouldForeseen.low > 4
      ? `, firm between ${clock(left(mouldForeseen.low))} and ${clock(left(mouldForeseen.high))}`
      : '';
  const detail = joined([
    phrase`${step.detail} Then it opens in ${clock(cool)}${firm}, `,
    phrase`${saidHeat(mouldForeseen.centre)} in the middle.`,
  ]);
  if (step.send?.kind === 'held')
    return {
      ...step,
      detail,
      send: {
        kind: 'held',
        payload: { ...step.send.payload, cool, firm: reckoned },
      },
    };
  if (step.send?.kind === 'toppedOff')
    return {
      ...step,
      detail,
      send: {
        kind: 'toppedOff',
        payload: { ...step.send.payload, cool, firm: reckoned },
      },
    };
  return step;
}
/** Powder or flake in a cup crosses the line. */
const cupsPowdered = (cups: CupState[]): boolean =>
  cups.some((cup) =>
    cup.ladder.some((ingredient) => ingredient.kind === 'powder' || ingredient.kind === 'flake'),
  );
/** °C inserts are warmed to by who warms them (judgement). */
const WARMED = 40;
/** What the heats at the draw mean for the colour line and for a joint on inserts. */
export function flowSaid(state: SessionState, at: Forecast[], now: number): Phrase {
  const run = runInHand(state);
  const { learned } = state.snapshot.heat;
  if (!run) return '';
  const rig = rigOf(run);
  const share = rig && rig.yoked ? shares(rig) : [];
  const streams = at.map((forecast, i) => ({
    share: share[i] ?? 1 / at.length,
    celsius: forecast.celsius,
    runs: heatCups(state, run)[i]?.runs ?? 'alike',
  }));
  const lines =
    streams.length === run.stage.layers.length && streams.length > 1 && run.stage.yoked
      ? lineOf(streams).map((x) => `${Math.round(100 * x)} %`)
      : [];
  const bled =
    lines.length > 0
      ? Math.max(
          1,
          Math.round(
            100 *
              bleedChance(
                streams,
                state.snapshot.bench.tolerance,
                cupsPowdered(heatCups(state, run)),
                bleedPrior(learned).mean,
              ),
          ),
        )
      : 0;
  const line =
    lines.length > 0
      ? joined([
          phrase` ${lines.length > 1 ? 'Lines' : 'Line'} at ${and(lines)}, bled ${bled} in `,
          `100${run.job.colourway.line === 'soft' ? ', as is wanted' : ''}.`,
        ])
      : '';
  return joined([line, jointed(run.stage) ? jointSaid(state, run, now) : '']);
}
/** What inserts as they lie in their mould want of the body. */
function jointSaid(state: SessionState, run: RunState, now: number): Phrase {
  const { mean: even } = jointPrior(state.snapshot.heat.learned);
  const turn = freeMould(state, run);
  const room = roomOf(state);
  const insert = turn ? insertHeat(mouldHeat(state, turn.mould, now).celsius, room) : room;
  const wants = (celsius: number) => saidHeat(bodyHeatFor(celsius, JOINT.sound, even));
  return joined([
    phrase` On inserts at ${saidHeat(insert)} the body wants ${wants(insert)}`,
    insert < WARMED ? phrase`; warmed to ${saidHeat(WARMED)}, ${wants(WARMED)}.` : '.',
  ]);
}
/** A pour, recorded at the heat its cup shows. */
export function pourStep(step: Step, answer: HeatAnswer, now: number): Step {
  if (step.send?.kind !== 'poured') return step;
  const at = heatShown(answer, step.send.payload.cup, now);
  return at
    ? { ...step, send: { kind: 'poured', payload: { ...step.send.payload, celsius: at.celsius } } }
    : step;
}
