import { isMixed, PUSHES } from '../../build/index.ts';
import { lasting } from '../../quantity/index.ts';
import { mouldWarnings, unpoured } from '../guard/mould.ts';
import { heatCups } from '../guard/cups.ts';
import type { SessionState } from '../state.ts';
import type { Send, Step } from '../step.ts';
import { PULSE, STOPS } from '../words.ts';
import { recharge } from './recharge.ts';
import type { Turn } from './work.ts';
import { injectorOf, inStep, isTrialNext } from './work.ts';
import { byCavity, canShoot, cavitiesOfDraw, unfilled } from './filling.ts';
import { pourings, loadStep, pourStep } from './load.ts';
import { closeStep, topStep } from './close.ts';
import { matchStep, drawStep } from './draw.ts';

/** The push itself: whole, cavity by cavity, or in pulses. */
function shootStep(state: SessionState, turn: Turn, now: number): Step {
  const { run, mould } = turn;
  const injector = injectorOf(state, run)!;
  const draw = state.draws.get(injector.draw!);
  const push = PUSHES[run.stage.push];
  const left = unfilled(state, mould);
  const shoot = (cavities: number[] | null): Send => ({
    kind: 'shot',
    payload: {
      mould: mould.key,
      job: run.key,
      draw: injector.draw!,
      trial:
        isTrialNext(run) ||
        state.shots.get(mould.phase.is === 'filling' ? (mould.shot ?? '') : '')?.trial === true,
      cavities,
    },
  });
  const letters = run.stage.layers.map(
    (layer) => state.cups.get(String(run.job.layers[layer.key]))?.letter ?? '?',
  );
  const pulse = run.stage.yoked ? undefined : { seconds: PULSE, letters };
  const when = `Drawn ${lasting(Math.max(0, (now - (draw?.at ?? now)) / 1000))} ago.`;
  const warnings = [
    ...mouldWarnings(state, mould, run).map((mouldWarning) => mouldWarning.sentence),
    ...(draw?.said.length ? [`The draw was noted: ${draw.said.join(' ')}`] : []),
  ];
  const what = isTrialNext(run)
    ? 'Trial shot'
    : `Shot ${state.shots.size + (mould.phase.is === 'filling' ? 0 : 1)}`;
  const rhythm = pulse
    ? `Pulse ${letters.join(', ')} in turn, ${PULSE} s each, even strokes. `
    : '';
  if (byCavity(run, mould)) {
    const next = left[0]!;
    const rest = cavitiesOfDraw(state, run, mould) ?? left;
    const started = mould.phase.is === 'filling';
    const of = inStep(state, run).some((other) => other.tools.moulds.length > 1 || other !== run)
      ? ` of ${mould.mould.name}`
      : '';
    return {
      key: 'shoot',
      target: mould.key,
      sentence: `${started ? 'Clear the nozzle, shoot' : 'Shoot'} cavity ${next}${of}: ${push.name}`,
      detail:
        `${what}, ${mould.mould.cavities.length - left.length} of ` +
        `${mould.mould.cavities.length} full. ${when} ` +
        `${rhythm}${isMixed(run.stage) ? 'Watch the sprue: when one side comes up thin, stop.' : push.why}`,
      label: `Cavity ${next} is full`,
      send: shoot([next]),
      pulse,
      warnings,
      others: [
        ...(rest.length > 1 ? [{ label: `All ${rest.length} are full`, send: shoot(rest) }] : []),
        ...(started
          ? (['thin', 'empty', 'frozen'] as const)
              .filter((word) => word !== 'thin' || isMixed(run.stage))
              .map((why) => ({
                label: `Stop: ${STOPS[why]}`,
                send: { kind: 'stopped' as const, payload: { mould: mould.key, why } },
              }))
          : []),
      ],
    };
  }
  return {
    key: 'shoot',
    target: mould.key,
    sentence: `Shoot ${mould.mould.name}: ${pulse ? `pulse ${letters.join(', ')} in turn` : push.name}`,
    detail: `${what}. ${when} ${rhythm}${push.why}`,
    label: 'It is full',
    send: shoot(null),
    pulse,
    warnings,
  };
}

/** From a free mould to the shot, the match last because it goes stale in seconds. */
export function shotSteps(state: SessionState, turn: Turn, now: number): Step[] {
  const { run } = turn;
  const shot = run.stage.layers.length > 0;
  if (shot && !injectorOf(state, run)) return [];
  const some = (...steps: (Step | null)[]): Step[] =>
    steps.filter((step): step is Step => step !== null);
  const pouring =
    turn.mould.phase.is === 'open' || (turn.mould.phase.is === 'closed' && run.stage.by === 'rod');
  const pours = pouring
    ? pourings(state, turn).filter((pouring) =>
        unpoured(run, turn.mould).some((pour) => pour.key === pouring.layer),
      )
    : [];
  const short = shot && canShoot(state, turn) ? [] : recharge(state, turn, pours);
  if (!shot)
    return [
      ...some(loadStep(state, turn)),
      ...(run.stage.by === 'rod' ? some(closeStep(state, turn)) : []),
      ...short,
      ...some(matchStep(state, turn, now, false), pourStep(state, turn)),
    ];
  const before = some(
    ...(pours.length > 0 && pourStep(state, turn)
      ? [matchStep(state, turn, now, false), pourStep(state, turn)]
      : []),
    loadStep(state, turn),
    closeStep(state, turn),
    topStep(state, turn),
  );
  if (canShoot(state, turn)) return [...before, shootStep(state, turn, now)];
  // A cup in the oven cannot be drawn from: what is done meanwhile is not the match.
  if (heatCups(state, run).some((heatCup) => heatCup.inOven)) return [...before, ...short];
  return [
    ...before,
    ...short,
    ...some(matchStep(state, turn, now, true)),
    drawStep(state, turn, now),
  ];
}
