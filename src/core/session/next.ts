import { clock } from '../quantity/index.ts';
import {
  canShoot,
  cupSteps,
  ovenSteps,
  freeMould,
  injectorOf,
  metalSteps,
  mouldSteps,
  rackSteps,
  runInHand,
  shotSteps,
  trialSteps,
} from './steps/index.ts';
import type { SessionState } from './state.ts';
import type { Step } from './step.ts';
import { emptySteps } from './steps/empty.ts';
import { shortSteps, moreSteps } from './steps/more.ts';
import { coolingOf } from './state/mould.ts';

/**
 * Everything that could be done now, the most pressing first. The order is the trade's: what is
 * under pressure, then what is drawn and cooling in the barrels, then what is ready to open, then
 * the next mould.
 */
export function steps(state: SessionState, now: number): Step[] {
  if (state.status === 'finished') return [];
  if (state.status === 'new')
    return [
      {
        key: 'resume',
        target: 'session',
        sentence: 'All laid out? Begin the session',
        detail: 'The session’s clock starts now.',
        label: 'Begin',
        send: { kind: 'opened', payload: {} },
      },
    ];
  if (state.status === 'broken off') {
    return [
      {
        key: 'resume',
        target: 'session',
        sentence: 'Broken off. Take it up again: everything is cold',
        detail:
          'Readings and warmed metal from before no longer count; the session’s clock stands still until then.',
        label: 'Take it up again',
        send: { kind: 'resumed', payload: {} },
      },
    ];
  }
  const moulds = [...state.moulds.values()];
  const byMould = moulds.flatMap((mould) => mouldSteps(state, mould, now));
  const pick = (...keys: Step['key'][]) => byMould.filter((step) => keys.includes(step.key));
  const run = runInHand(state);
  const turn = run ? freeMould(state, run) : null;
  const drawn =
    turn && injectorOf(state, turn.run)?.draw && canShoot(state, turn)
      ? shotSteps(state, turn, now)
      : [];

  const oven = ovenSteps(state, now);
  const out: Step[] = [
    ...pick('hold', 'topOff'),
    ...drawn,
    ...oven.out,
    ...pick('secondLook'),
    ...emptySteps(state),
    ...pick('open', 'mark', 'sprue'),
    ...rackSteps(state),
    ...trialSteps(state),
  ];
  const short = run ? shortSteps(state, run) : [];
  if (run && short.length > 0) out.push(...short);
  else if (run) {
    const prepare = [...cupSteps(state, run), ...metalSteps(state, run, now)];
    const order: Step['key'][] = [
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
    prepare.sort((one, other) => order.indexOf(one.key) - order.indexOf(other.key));
    out.push(...prepare);
    if (turn && drawn.length === 0) out.push(...shotSteps(state, turn, now));
  }
  out.push(...oven.heating);
  const cooling = moulds
    .flatMap((mould) => {
      const phase = coolingOf(mould);
      return phase && phase.readyAt > now ? [{ mould, phase }] : [];
    })
    .sort((one, other) => one.phase.readyAt - other.phase.readyAt);
  for (const { mould, phase } of cooling) {
    out.push({
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
  }
  if (
    !run &&
    oven.heating.length === 0 &&
    byMould.length === 0 &&
    cooling.length === 0 &&
    rackSteps(state).length === 0
  ) {
    out.push(...moreSteps(state), {
      key: 'finish',
      target: 'session',
      sentence:
        `All ${[...state.shots.values()].filter((shot) => !shot.trial && shot.stage.makes === 'bait').length} ` +
        'shots are on the rack. Finish and count',
      detail: 'Good baits go to their lines, what is over to stock. Switch off plates and guns.',
      label: 'Finish the session',
      send: { kind: 'finished', payload: {} },
    });
  }
  // What is in hand keeps the key until it is done or left; everything else waits its turn after
  // it.
  const held = state.focus
    ? out.findIndex((step) => step.key === state.focus!.what && step.target === state.focus!.mould)
    : -1;
  return held > 0 ? [out[held]!, ...out.filter((_, i) => i !== held)] : out;
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
