import { isMixed, PUSHES } from '../../../build/build.ts';
import { lasting } from '../../../quantity/format.ts';
import { joined, phrase, type Phrase } from '../../../quantity/phrase.ts';
import { mouldWarnings } from '../../guard/mould.ts';
import { layerCup } from '../../layerCup.ts';
import type { SessionState } from '../../state.ts';
import type { MouldState } from '../../state/mould.ts';
import type { Send, Step } from '../../step.ts';
import { PULSE, STOPS } from '../../words.ts';
import { ofTurn } from '../atBench.ts';
import { byCavity, canShoot, cavitiesOfDraw, unfilled } from '../filling.ts';
import { injectorOf, inStep, isTrialNext, type Turn } from '../work.ts';

/** What is said and sent of a push, whole or cavity by cavity. */
interface Push {
  state: SessionState;
  turn: Turn;
  /** which shot it is, when it was drawn, and the rhythm of the plungers */
  what: string;
  when: string;
  rhythm: string;
  pulse: Step['pulse'];
  warnings: Phrase[];
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
      ...(draw?.said.length ? [phrase`The draw was noted: ${joined(draw.said, ' ')}`] : []),
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
export const shoot = ofTurn(({ state, now }, turn) => {
  if (!canShoot(state, turn)) return null;
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
});
