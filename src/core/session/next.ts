import { clock } from '../quantity/index.ts';
import { type Cooling, coolingOf, type MouldState } from './state/mould.ts';
import type { RunState, SessionState } from './state.ts';
import type { Step } from './step.ts';
import { emptySteps } from './steps/empty.ts';
import {
  canShoot,
  cupSteps,
  freeMould,
  injectorOf,
  metalSteps,
  mouldSteps,
  ovenSteps,
  rackSteps,
  runInHand,
  shotSteps,
  trialSteps,
} from './steps/index.ts';
import { moreSteps, shortSteps } from './steps/more.ts';

const beginStep: Step = {
  key: 'resume',
  target: 'session',
  sentence: 'All laid out? Begin the session',
  detail: 'The session’s clock starts now.',
  label: 'Begin',
  send: { kind: 'opened', payload: {} },
};
const resumeStep: Step = {
  key: 'resume',
  target: 'session',
  sentence: 'Broken off. Take it up again: everything is cold',
  detail:
    'Readings and warmed metal from before no longer count; the session’s clock stands still until then.',
  label: 'Take it up again',
  send: { kind: 'resumed', payload: {} },
};
/** What is to be done where nothing is being shot. */
const IDLE: Record<SessionState['phase']['is'], Step[] | null> = {
  new: [beginStep],
  running: null,
  'broken off': [resumeStep],
  finished: [],
};

/** What a run's cups and metal want, in the order makers do it. */
const PREPARE: Step['key'][] = [
  'wake',
  'dose',
  'degasCold',
  'cook',
  'degasBefore',
  'colour',
  'degasAfter',
  'clean',
  'warmInjector',
  'readRoom',
  'readMould',
  'warmMould',
];
const prepareSteps = (state: SessionState, run: RunState, now: number): Step[] =>
  [...cupSteps(state, run), ...metalSteps(state, run, now)].sort(
    (one, other) => PREPARE.indexOf(one.key) - PREPARE.indexOf(other.key),
  );

const coolStep = (mould: MouldState, phase: Cooling, now: number): Step => ({
  key: 'cool',
  target: mould.key,
  sentence: `${mould.mould.name} opens in ${clock((phase.readyAt - now) / 1000)}`,
  detail:
    !phase.looked && phase.lookAt > now
      ? `Look at its sprue again in ${clock((phase.lookAt - now) / 1000)}.`
      : 'Nothing to do by hand until then.',
  label: 'Open it now',
  until: phase.readyAt,
  send: { kind: 'mouldOpened', payload: { mould: mould.key } },
});
/** Moulds that only cool, the soonest ready first. */
const coolSteps = (state: SessionState, now: number): Step[] =>
  [...state.moulds.values()]
    .flatMap((mould) => {
      const phase = coolingOf(mould);
      return phase && phase.readyAt > now ? [{ mould, phase }] : [];
    })
    .sort((one, other) => one.phase.readyAt - other.phase.readyAt)
    .map(({ mould, phase }) => coolStep(mould, phase, now));

const finishStep = (state: SessionState): Step => {
  const shots = [...state.shots.values()].filter(
    (shot) => !shot.trial && shot.stage.makes === 'bait',
  ).length;
  return {
    key: 'finish',
    target: 'session',
    sentence: `All ${shots} shots are on the rack. Finish and count`,
    detail: 'Good baits go to their lines, what is over to stock. Switch off plates and guns.',
    label: 'Finish the session',
    send: { kind: 'finished', payload: {} },
  };
};

/** What is in hand keeps the key until it is done or left; everything else waits its turn after it. */
function heldFirst({ focus }: SessionState, steps: Step[]): Step[] {
  const held = focus
    ? steps.findIndex((step) => step.key === focus.what && step.target === focus.mould)
    : -1;
  return held > 0 ? [steps[held]!, ...steps.filter((_, i) => i !== held)] : steps;
}

/** What a run wants next: what it came short of, else its cups and metal, then its shot. */
function runSteps(state: SessionState, run: RunState, drawn: boolean, now: number): Step[] {
  const short = shortSteps(state, run);
  if (short.length > 0) return short;
  const turn = freeMould(state, run);
  return [...prepareSteps(state, run, now), ...(turn && !drawn ? shotSteps(state, turn, now) : [])];
}

/** Shooting what is in the barrels: it cools there, so it comes before anything new. */
function drawnSteps(state: SessionState, run: RunState, now: number): Step[] {
  const turn = freeMould(state, run);
  return turn && injectorOf(state, turn.run)?.load && canShoot(state, turn)
    ? shotSteps(state, turn, now)
    : [];
}

/**
 * Everything that could be done now, the most pressing first. The order is the trade's: what is
 * under pressure, then what is drawn and cooling in the barrels, then what is ready to open, then
 * the next mould.
 */
export function steps(state: SessionState, now: number): Step[] {
  const idle = IDLE[state.phase.is];
  if (idle) return idle;
  const byMould = [...state.moulds.values()].flatMap((mould) => mouldSteps(state, mould, now));
  const pick = (...keys: Step['key'][]) => byMould.filter((step) => keys.includes(step.key));
  const run = runInHand(state);
  const drawn = run ? drawnSteps(state, run, now) : [];
  const oven = ovenSteps(state, now);
  const racks = rackSteps(state);
  const cooling = coolSteps(state, now);
  const all = [
    ...pick('hold', 'topOff'),
    ...drawn,
    ...oven.out,
    ...pick('secondLook'),
    ...emptySteps(state),
    ...pick('open', 'mark', 'sprue'),
    ...racks,
    ...trialSteps(state),
    ...(run ? runSteps(state, run, drawn.length > 0, now) : []),
    ...oven.heating,
    ...cooling,
  ];
  const left = [oven.heating, byMould, cooling, racks].some((some) => some.length > 0);
  return heldFirst(state, run || left ? all : [...all, ...moreSteps(state), finishStep(state)]);
}

/** The one thing to do now. A step merely waiting comes after anything for the hands. */
export function nextStep(state: SessionState, now: number): Step | null {
  return steps(state, now)[0] ?? null;
}

/** The next countdown to run out, for the clock line. */
export function nextDue(state: SessionState): { at: number; what: string } | null {
  const cups = [...state.cups.values()].flatMap((cup) =>
    cup.inOven ? [{ at: cup.inOven.until, what: `${cup.letter} out of the oven` }] : [],
  );
  const due = [...state.moulds.values()].flatMap(({ phase, mould: { name } }) => {
    if (phase.is === 'holding') return [{ at: phase.until, what: `let go ${name}` }];
    if (phase.is !== 'cooling') return [];
    const open = { at: phase.readyAt, what: `open ${name}` };
    return phase.toppedOff && !phase.looked
      ? [{ at: phase.lookAt, what: `look at ${name}` }, open]
      : [open];
  });
  return [...cups, ...due].sort((one, other) => one.at - other.at)[0] ?? null;
}
