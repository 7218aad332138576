import { jointed } from '../../build/build.ts';
import { lineOf, bleedChance } from '../../colour/bleed.ts';
import type { Forecast } from '../../heat/forecast.ts';
import { bodyHeatFor, JOINT } from '../../heat/joint.ts';
import { bleedPrior, jointPrior } from '../../heat/learned.ts';
import { HANDS } from '../../heat/match.ts';
import { rigOf } from '../../plan/run.ts';
import { degrees, say, clock } from '../../quantity/format.ts';
import type { ShopUnits } from '../../quantity/units.ts';
import { shares } from '../../shot/barrels.ts';
import type { HeatAnswer } from '../foresee/types.ts';
import { shownHeat } from '../foresee/types.ts';
import { drawWarnings } from '../guard.ts';
import { mouldDrawWarnings } from '../guard/mould.ts';
import { heatCups } from '../guard/cups.ts';
import type { Warning } from '../guard/warnings.ts';
import { roomOf } from '../effects/mouldLoss.ts';
import type { SessionState, RunState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import type { Step } from '../step.ts';
import { runInHand, and, freeMould } from '../steps/work.ts';
import { tenth, letter } from './words.ts';

/** A push into a mould: which part comes short at this heat, and the heat that would fill it. */
export function shootStep(step: Step, answer: HeatAnswer, units: ShopUnits): Step {
  const short = answer.moulds[step.target]?.short;
  if (!short) return step;
  const fills =
    short.heat === null
      ? 'no heat under the ceiling fills it: warm the mould'
      : `${degrees(short.heat, units)} would fill it`;
  return {
    ...step,
    warnings: [
      ...(step.warnings ?? []),
      'With mould and plastic as they are the thin end stops after ' +
        `${say(short.reach, 'length', units)} of ${say(short.length, 'length', units)}; ${fills}.`,
    ],
  };
}
/**
 * Pressure let go: from here it cools, for as long as is reckoned for this bait, this mould and
 * this heat.
 */
export function holdStep(step: Step, answer: HeatAnswer, units: ShopUnits): Step {
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
  const cool = Math.round(mouldForeseen.open);
  const firm =
    mouldForeseen.low !== null &&
    mouldForeseen.high !== null &&
    mouldForeseen.high - mouldForeseen.low > 4
      ? `, firm between ${clock(mouldForeseen.low)} and ${clock(mouldForeseen.high)}`
      : '';
  const detail =
    `${step.detail} Then it opens in ${clock(cool)}${firm}, ` +
    `${degrees(mouldForeseen.centre, units)} in the middle.`;
  if (step.send?.kind === 'held')
    return {
      ...step,
      detail,
      send: {
        kind: 'held',
        payload: { ...step.send.payload, cool, firm: Math.round(mouldForeseen.firm ?? cool) },
      },
    };
  if (step.send?.kind === 'toppedOff')
    return {
      ...step,
      detail,
      send: {
        kind: 'toppedOff',
        payload: { ...step.send.payload, cool, firm: Math.round(mouldForeseen.firm ?? cool) },
      },
    };
  return step;
}
/** Powder or flake in a cup crosses the line. */
const cupsPowdered = (cups: CupState[]): boolean =>
  cups.some((cup) =>
    cup.ladder.some((ingredient) => ingredient.kind === 'powder' || ingredient.kind === 'flake'),
  );
/** What the heats at the draw mean for the colour line and for a joint on inserts. */

export function flowSays(state: SessionState, at: Forecast[]): string {
  const run = runInHand(state);
  const {
    units,
    heat: { learned },
  } = state.snapshot;
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
      ? ` ${lines.length > 1 ? 'Lines' : 'Line'} at ${and(lines)}, bled ${bled} in ` +
        `100${run.job.colourway.line === 'soft' ? ', as is wanted' : ''}.`
      : '';
  const room = roomOf(state);
  const wants = (insert: number) => bodyHeatFor(insert, JOINT.sound, jointPrior(learned).mean);
  const joint = jointed(run.stage)
    ? ` On inserts at ${degrees(room, units)} the body wants ` +
      `${degrees(wants(room), units)}; warmed to ${degrees(40, units)}, ` +
      `${degrees(wants(40), units)}.`
    : '';
  return line + joint;
}
/** What the mould that is to be filled wants said before plastic is drawn for it. */
function closedFor(state: SessionState, run: RunState): Warning[] {
  const turn = freeMould(state, run);
  return turn ? mouldDrawWarnings(state, turn.mould, turn.run) : [];
}
/**
 * Heat of a cup as the bench shows it now, with its spread; null where nothing is reckoned of it.
 */
function heatShown(
  answer: HeatAnswer,
  cup: string,
  now: number,
): { celsius: number; sd: number } | null {
  const seen = answer.cups[cup];
  return seen
    ? {
        celsius: tenth(shownHeat(seen, Math.max(0, (now - answer.at) / 1000))),
        sd: Math.round(seen.now.sd * 100) / 100,
      }
    : null;
}
/** A pour, recorded at the heat its cup shows. */
export function pourStep(step: Step, answer: HeatAnswer, now: number): Step {
  if (step.send?.kind !== 'poured') return step;
  const at = heatShown(answer, step.send.payload.cup, now);
  return at
    ? { ...step, send: { kind: 'poured', payload: { ...step.send.payload, celsius: at.celsius } } }
    : step;
}
/**
 * K by which what is drawn is off its cup's heat in the middle of the draw: barrels are filled one
 * after another, slower or quicker (judgement).
 */
const DRAWN_SD = 1.0;
/**
 * A draw, recorded at the heats its cups have while it is made; what readings alone would have
 * warned of falls away.
 */

export function drawTold(state: SessionState, draw: Step, answer: HeatAnswer, now: number): Step {
  if (draw.send?.kind !== 'drawn') return draw;
  const at = new Map(
    draw.send.payload.barrels.flatMap(({ cup }) => {
      const heat = heatShown(answer, cup, now + 1000 * HANDS.draws);
      return heat
        ? [[cup, { ...heat, sd: Math.round(100 * Math.hypot(heat.sd, DRAWN_SD)) / 100 }] as const]
        : [];
    }),
  );
  const barrels = draw.send.payload.barrels.map((barrel) => ({ ...barrel, ...at.get(barrel.cup) }));
  const run = state.runs.get(draw.send.payload.job);
  const told = at;
  const doubts = [...at.keys()].flatMap((cup) => {
    const doubted = answer.cups[cup]?.doubted ?? null;
    return doubted === null
      ? []
      : [
          `${letter(state, cup)} was read at ${degrees(doubted, state.snapshot.units)}, which ` +
            'does not fit: read it again.',
        ];
  });
  return {
    ...draw,
    send: { kind: 'drawn', payload: { ...draw.send.payload, barrels } },
    warnings: [
      ...doubts,
      ...(run
        ? [...drawWarnings(state, run, now, { foreseen: told }), ...closedFor(state, run)].map(
            (warning) => warning.sentence,
          )
        : []),
    ],
  };
}
