import { isMixed, PUSHES } from '../../build/index.ts';
import { lasting } from '../../quantity/index.ts';
import { mouldWarnings, unpoured } from '../guard/mould.ts';
import { heatCups } from '../guard/cups.ts';
import type { MouldState } from '../state/mould.ts';
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
import { layerCup } from '../layerCup.ts';

/** What is said and sent of a push, whole or cavity by cavity. */
interface Push {
  state: SessionState;
  turn: Turn;
  /** which shot it is, when it was drawn, and the rhythm of the plungers */
  what: string;
  when: string;
  rhythm: string;
  pulse: Step['pulse'];
  warnings: string[];
  shoot: (cavities: number[] | null) => Send;
}
/** The shot that is under way in a mould, where one is. */
const underWay = (state: SessionState, { phase, shot }: MouldState) =>
  phase.is === 'filling' ? state.shots.get(shot ?? '') : undefined;

function pushOf(state: SessionState, turn: Turn, now: number): Push {
  const { run, mould } = turn;
  const injector = injectorOf(state, run)!;
  const draw = state.draws.get(injector.load!.draw);
  const begun = underWay(state, mould);
  const letters = run.stage.layers.map((layer) => layerCup(state, run, layer.key)?.letter ?? '?');
  const pulse = run.stage.yoked ? undefined : { seconds: PULSE, letters };
  return {
    state,
    turn,
    what: isTrialNext(run) ? 'Trial shot' : `Shot ${state.shots.size + (begun ? 0 : 1)}`,
    when: `Drawn ${lasting(Math.max(0, (now - (draw?.at ?? now)) / 1000))} ago.`,
    rhythm: pulse ? `Pulse ${letters.join(', ')} in turn, ${PULSE} s each, even strokes. ` : '',
    pulse,
    warnings: [
      ...mouldWarnings(state, mould, run).map((warning) => warning.sentence),
      ...(draw?.said.length ? [`The draw was noted: ${draw.said.join(' ')}`] : []),
    ],
    shoot: (cavities) => ({
      kind: 'shot',
      payload: {
        mould: mould.key,
        job: run.key,
        draw: injector.load!.draw,
        trial: isTrialNext(run) || begun?.trial === true,
        cavities,
      },
    }),
  };
}

/** Ends a mould before its last cavity, once one is full. */
function stopsOf({ turn: { run, mould } }: Push): NonNullable<Step['others']> {
  if (mould.phase.is !== 'filling') return [];
  const whys = (['thin', 'empty', 'frozen'] as const).filter(
    (why) => why !== 'thin' || isMixed(run.stage),
  );
  return whys.map((why) => ({
    label: `Stop: ${STOPS[why]}`,
    send: { kind: 'stopped', payload: { mould: mould.key, why } },
  }));
}
/** One cavity after another, each at its own port. */
function shootCavity(push: Push): Step {
  const { state, turn, what, when, rhythm, pulse, warnings, shoot } = push;
  const { run, mould } = turn;
  const { name, why } = PUSHES[run.stage.push];
  const left = unfilled(state, mould);
  const next = left[0]!;
  const rest = cavitiesOfDraw(state, run, mould) ?? left;
  const several = inStep(state, run).some(
    (other) => other.tools.moulds.length > 1 || other !== run,
  );
  const act = mould.phase.is === 'filling' ? 'Clear the nozzle, shoot' : 'Shoot';
  const count = mould.mould.cavities.length;
  const care = isMixed(run.stage) ? 'Watch the sprue: when one side comes up thin, stop.' : why;
  return {
    key: 'shoot',
    target: mould.key,
    sentence: `${act} cavity ${next}${several ? ` of ${mould.mould.name}` : ''}: ${name}`,
    detail: `${what}, ${count - left.length} of ${count} full. ${when} ${rhythm}${care}`,
    label: `Cavity ${next} is full`,
    send: shoot([next]),
    pulse,
    warnings,
    others: [
      ...(rest.length > 1 ? [{ label: `All ${rest.length} are full`, send: shoot(rest) }] : []),
      ...stopsOf(push),
    ],
  };
}
/** The push itself: whole, cavity by cavity, or in pulses. */
function shootStep(state: SessionState, turn: Turn, now: number): Step {
  const push = pushOf(state, turn, now);
  const { run, mould } = turn;
  if (byCavity(run, mould)) return shootCavity(push);
  const { what, when, rhythm, pulse, warnings, shoot } = push;
  const { name, why } = PUSHES[run.stage.push];
  const how = pulse ? `pulse ${pulse.letters.join(', ')} in turn` : name;
  return {
    key: 'shoot',
    target: mould.key,
    sentence: `Shoot ${mould.mould.name}: ${how}`,
    detail: `${what}. ${when} ${rhythm}${why}`,
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
